package store

import "context"

// Down takes the tables back to a version, for tests of what a migration makes of what
// was kept before it.
func (s *Store) Down(ctx context.Context, version int64) error {
	p, err := provider(s.DB.DB)
	if err != nil {
		return err
	}
	_, err = p.DownTo(ctx, version)
	return err
}
