// Package photo takes in a photograph of a plate: its size and content are
// checked, it is turned upright, made no larger than a screen shows, and written
// anew, so that nothing of what a camera adds (place, hour, owner) is left.
package photo

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	_ "image/png" // read, never written

	"golang.org/x/image/draw"
)

// Bounds of what is taken in and of what is kept.
const (
	MaxSize   = 12 << 20 // bytes
	maxPixels = 50_000_000
	maxMemory = 100 << 20 // bytes that a picture takes while it is read
	minSide   = 64
	keptSide  = 1600 // pixels of the longer side, at the most
	quality   = 85
)

// Errors that a person can do something about.
var (
	ErrKind  = errors.New("not a JPEG or PNG")
	ErrSmall = fmt.Errorf("under %d pixels", minSide)
	ErrWide  = fmt.Errorf("the picture takes more than %d MB of memory to read: save it smaller, or as a plain JPEG", maxMemory>>20)
	ErrLarge = fmt.Errorf("the picture has more than %d million pixels or more than %d MB", maxPixels/1_000_000, MaxSize>>20)
)

// Photo is a photograph as it is kept: a JPEG without anything beside the
// picture, and its size in pixels.
type Photo struct {
	JPEG          []byte
	Width, Height int
}

// room lets one picture at a time be read, so that many at once take no more memory.
var room = make(chan struct{}, 1)

// Clean makes a photograph of what was handed in. It waits for others that are being made.
func Clean(ctx context.Context, data []byte) (Photo, error) {
	if len(data) > MaxSize {
		return Photo{}, ErrLarge
	}
	select {
	case room <- struct{}{}:
		defer func() { <-room }()
	case <-ctx.Done():
		return Photo{}, ctx.Err()
	}
	head, kind, err := image.DecodeConfig(bytes.NewReader(data))
	switch {
	case err != nil:
		return Photo{}, ErrKind
	case head.Width < minSide || head.Height < minSide:
		return Photo{}, ErrSmall
	case head.Width > maxPixels/head.Height:
		return Photo{}, ErrLarge
	case head.Width*head.Height*taken(kind, head.ColorModel, data) > maxMemory*4:
		return Photo{}, ErrWide
	}
	picture, _, err := image.Decode(bytes.NewReader(data))
	if err != nil {
		return Photo{}, fmt.Errorf("%w, or the file is damaged", ErrKind)
	}
	small := upright(scaled(picture), orientation(data))
	var out bytes.Buffer
	if err := jpeg.Encode(&out, small, &jpeg.Options{Quality: quality}); err != nil {
		return Photo{}, err
	}
	return Photo{out.Bytes(), small.Bounds().Dx(), small.Bounds().Dy()}, nil
}

// taken is how many quarters of a byte a pixel takes while a picture is read: as much as
// its channels, and in a progressive JPEG all its coefficients beside them.
func taken(kind string, of color.Model, data []byte) int {
	if kind == "jpeg" {
		channels := 12
		if of == color.GrayModel {
			channels = 4
		}
		if bytes.Contains(data, []byte{0xff, 0xc2}) { // the marker of a progressive frame
			return 5 * channels
		}
		return channels
	}
	switch of {
	case color.RGBA64Model, color.NRGBA64Model:
		return 32
	case color.Gray16Model:
		return 8
	case color.RGBAModel, color.NRGBAModel:
		return 16
	}
	return 4
}

// scaled is the picture, no larger than what is kept, on white.
func scaled(picture image.Image) *image.RGBA {
	w, h := picture.Bounds().Dx(), picture.Bounds().Dy()
	if longer := max(w, h); longer > keptSide {
		w, h = max(1, w*keptSide/longer), max(1, h*keptSide/longer)
	}
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	draw.Draw(out, out.Bounds(), image.NewUniform(color.White), image.Point{}, draw.Src)
	draw.ApproxBiLinear.Scale(out, out.Bounds(), picture, picture.Bounds(), draw.Over, nil)
	return out
}

// upright turns a picture as its camera was held: 1 to 8, as Exif counts.
func upright(p *image.RGBA, held int) *image.RGBA {
	if held < 2 || held > 8 {
		return p
	}
	w, h := p.Bounds().Dx(), p.Bounds().Dy()
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	if held > 4 {
		out = image.NewRGBA(image.Rect(0, 0, h, w))
	}
	for y := range h {
		for x := range w {
			to := [...]image.Point{{}, {}, {w - 1 - x, y}, {w - 1 - x, h - 1 - y}, {x, h - 1 - y}, {y, x}, {h - 1 - y, x}, {h - 1 - y, w - 1 - x}, {y, w - 1 - x}}[held]
			out.SetRGBA(to.X, to.Y, p.RGBAAt(x, y))
		}
	}
	return out
}
