package photo_test

import (
	"bytes"
	"context"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"runtime"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/formats/photo"
)

// corner is a picture of w × h that is red in its upper left corner and blue
// elsewhere.
func corner(w, h int) image.Image {
	p := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			p.Set(x, y, color.RGBA{B: 255, A: 255})
			if x < w/2 && y < h/2 {
				p.Set(x, y, color.RGBA{R: 255, A: 255})
			}
		}
	}
	return p
}

type byteOrder interface {
	binary.ByteOrder
	binary.AppendByteOrder
}

// taken is a JPEG as a camera writes it, with how it was held and where.
func taken(t testing.TB, w, h, held int, order byteOrder) []byte {
	var plain bytes.Buffer
	require.NoError(t, jpeg.Encode(&plain, corner(w, h), nil))
	tiff := map[byteOrder]string{binary.LittleEndian: "II*\x00", binary.BigEndian: "MM\x00*"}[order]
	block := order.AppendUint32([]byte(tiff), 8)
	block = order.AppendUint16(block, 2)
	for _, tag := range [][2]uint16{{0x010f, 7}, {0x0112, uint16(held)}} {
		block = order.AppendUint16(block, tag[0])
		block = order.AppendUint16(block, 3)
		block = order.AppendUint32(block, 1)
		block = order.AppendUint16(block, tag[1])
		block = order.AppendUint16(block, 0)
	}
	segment := append([]byte("Exif\x00\x00"), block...)
	segment = append(segment, "GPS 12.5 N, taken by somebody"...)
	out := append([]byte{0xff, 0xd8, 0xff, 0xe1}, binary.BigEndian.AppendUint16(nil, uint16(len(segment)+2))...)
	return append(append(out, segment...), plain.Bytes()[2:]...)
}

// Where the red corner must be after turning, for each way of holding a camera:
// Exif 2.3, table of orientations, from memory.
func TestAPhotographIsTurnedUprightAndStripped(t *testing.T) {
	for held, at := range map[int]image.Point{0: {0, 0}, 1: {0, 0}, 2: {1, 0}, 3: {1, 1}, 4: {0, 1}, 5: {0, 0}, 6: {1, 0}, 7: {1, 1}, 8: {0, 1}, 99: {0, 0}} {
		for _, order := range []byteOrder{binary.LittleEndian, binary.BigEndian} {
			p, err := photo.Clean(t.Context(), taken(t, 200, 120, held, order))
			require.NoError(t, err)
			w, h := 200, 120
			if held > 4 && held < 9 {
				w, h = h, w
			}
			assert.Equal(t, [2]int{w, h}, [2]int{p.Width, p.Height}, held)
			assert.NotContains(t, string(p.JPEG), "Exif")
			assert.NotContains(t, string(p.JPEG), "somebody")
			made, err := jpeg.Decode(bytes.NewReader(p.JPEG))
			require.NoError(t, err)
			r, _, b, _ := made.At(w/4+at.X*w/2, h/4+at.Y*h/2).RGBA()
			assert.Greater(t, r, b, "held %d: the corner is elsewhere", held)
		}
	}
}

func TestALargePhotographIsMadeSmaller(t *testing.T) {
	p, err := photo.Clean(t.Context(), taken(t, 3200, 1000, 6, binary.LittleEndian))
	require.NoError(t, err)
	assert.Equal(t, [2]int{500, 1600}, [2]int{p.Width, p.Height})
	var clear bytes.Buffer
	require.NoError(t, png.Encode(&clear, image.NewRGBA(image.Rect(0, 0, 100, 100))))
	p, err = photo.Clean(t.Context(), clear.Bytes())
	require.NoError(t, err)
	made, err := jpeg.Decode(bytes.NewReader(p.JPEG))
	require.NoError(t, err)
	r, g, b, _ := made.At(50, 50).RGBA()
	assert.Greater(t, min(r, g, b), uint32(0xf000), "what is clear is white, not black")
}

func TestWhatIsNoPhotographIsRefused(t *testing.T) {
	whole := taken(t, 200, 120, 1, binary.LittleEndian)
	var tiny bytes.Buffer
	require.NoError(t, png.Encode(&tiny, corner(10, 10)))
	for name, c := range map[string]struct {
		data []byte
		want error
	}{
		"nothing": {nil, photo.ErrKind}, "markup": {[]byte("<svg onload=alert(1)>"), photo.ErrKind}, "half of one": {whole[:len(whole)/2], photo.ErrKind}, "tiny": {tiny.Bytes(), photo.ErrSmall},
		"too many bytes": {make([]byte, photo.MaxSize+1), photo.ErrLarge}, "says that it is huge": {head(60000, 2), photo.ErrLarge}, "small as a file, large when read": {head(6000, 6), photo.ErrWide}, "an animation": {[]byte("GIF89a\x10\x00\x10\x00"), photo.ErrKind},
	} {
		_, err := photo.Clean(t.Context(), c.data)
		assert.ErrorIs(t, err, c.want, name)
	}
}

// A picture of few bytes may take much memory while it is read: it takes no more than is
// said, and of many at once one is read at a time.
func TestPicturesTakeBoundedMemory(t *testing.T) {
	var data bytes.Buffer
	require.NoError(t, png.Encode(&data, image.NewRGBA(image.Rect(0, 0, 5000, 5000)))) // 100 MB
	assert.Less(t, data.Len(), 200_000)
	runtime.GC()
	var before, now runtime.MemStats
	runtime.ReadMemStats(&before)
	most, done := uint64(0), make(chan bool)
	var readers, watcher sync.WaitGroup
	watcher.Go(func() {
		for {
			select {
			case <-done:
				return
			case <-time.After(5 * time.Millisecond):
				runtime.ReadMemStats(&now)
				most = max(most, now.HeapInuse)
			}
		}
	})
	for range 3 {
		readers.Go(func() {
			_, err := photo.Clean(t.Context(), data.Bytes())
			assert.NoError(t, err)
			runtime.GC() // what one has read is let go before the next one is counted
		})
	}
	readers.Wait()
	close(done)
	watcher.Wait()
	assert.Less(t, most-before.HeapInuse, uint64(280<<20))
	gone, leave := context.WithCancel(t.Context())
	leave()
	_, err := photo.Clean(gone, nil)
	assert.Error(t, err)
}

// head is that of a square PNG, with so many pixels a side, and nothing else.
func head(side uint32, channels byte) []byte {
	head := binary.BigEndian.AppendUint32([]byte("IHDR"), side)
	head = append(binary.BigEndian.AppendUint32(head, side), 8, channels, 0, 0, 0)
	out := append([]byte("\x89PNG\r\n\x1a\n"), 0, 0, 0, 13)
	return binary.BigEndian.AppendUint32(append(out, head...), crc32.ChecksumIEEE(head))
}

// Whatever is handed in, it is refused or it is a picture within its bounds.
func FuzzClean(f *testing.F) {
	f.Add(taken(f, 80, 70, 6, binary.BigEndian))
	f.Add(head(60000, 2))
	f.Fuzz(func(t *testing.T, data []byte) {
		p, err := photo.Clean(t.Context(), data)
		if err == nil && (p.Width > 1600 || p.Height > 1600 || len(p.JPEG) == 0) {
			t.Fatal(p.Width, p.Height)
		}
	})
}
