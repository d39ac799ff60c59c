package pgdev

import (
	"crypto/sha256"
	"fmt"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"strconv"
	"syscall"
)

// account is who runs the server: ourselves, or, as PostgreSQL refuses root,
// Debian's postgres.
type account struct {
	uid, gid int
	other    bool
}

func ownAccount() (account, error) {
	if os.Getuid() != 0 {
		return account{uid: os.Getuid(), gid: os.Getgid()}, nil
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return account{}, fmt.Errorf("as root the database runs as the account postgres of Debian's package: %w", err)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	return account{uid, gid, true}, nil
}

// apply makes a command run as the account, in a group of its own so that
// Ctrl-C reaches only us, and end when we do.
func (a account) apply(cmd *exec.Cmd) {
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGINT}
	cmd.Dir = "/"
	cmd.Env = append(os.Environ(), "LC_ALL=C.UTF-8")
	if a.other {
		cmd.SysProcAttr.Credential = &syscall.Credential{Uid: uint32(a.uid), Gid: uint32(a.gid)}
	}
}

func (a account) makeDir(dir string) error {
	if err := os.MkdirAll(filepath.Dir(dir), 0o755); err != nil { // the account must be able to pass
		return err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	if a.other {
		return os.Chown(dir, a.uid, a.gid)
	}
	return nil
}

func (a account) writeFile(name, text string) error {
	if err := os.WriteFile(name, []byte(text), 0o600); err != nil {
		return err
	}
	if a.other {
		return os.Chown(name, a.uid, a.gid)
	}
	return nil
}

// HomeFor is where the cluster of a checkout lives: in its ignored folder
// .data, or, where the account of the server cannot reach that, below
// /var/lib.
func HomeFor(checkout string) string {
	home := filepath.Join(checkout, ".data", "postgres")
	if os.Getuid() != 0 {
		return home
	}
	for dir := checkout; ; dir = filepath.Dir(dir) {
		info, err := os.Stat(dir)
		if err != nil || info.Mode().Perm()&0o001 == 0 {
			return filepath.Join("/var/lib/jointime", fmt.Sprintf("%x", sha256.Sum256([]byte(checkout)))[:12])
		}
		if dir == "/" {
			_ = os.MkdirAll(filepath.Join(checkout, ".data"), 0o755) // reached, but not written, by the server
			return home
		}
	}
}
