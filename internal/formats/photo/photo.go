// Package photo takes in a photograph of a plate: its size and content are
// checked, it is turned upright, made no larger than a screen shows, and written
// anew, so that nothing of what a camera adds (place, hour, owner) is left.
package photo

import (
	"bytes"
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
	minSide   = 64
	keptSide  = 1600 // pixels of the longer side, at the most
	quality   = 85
)

// Errors that a person can do something about.
var (
	ErrKind  = errors.New("this is no JPEG or PNG picture")
	ErrSmall = fmt.Errorf("the picture is smaller than %d pixels", minSide)
	ErrLarge = fmt.Errorf("the picture has more than %d million pixels or more than %d MB", maxPixels/1_000_000, MaxSize>>20)
)

// Photo is a photograph as it is kept: a JPEG without anything beside the
// picture, and its size in pixels.
type Photo struct {
	JPEG          []byte
	Width, Height int
}

// Clean makes a photograph of what was handed in.
func Clean(data []byte) (Photo, error) {
	if len(data) > MaxSize {
		return Photo{}, ErrLarge
	}
	head, _, err := image.DecodeConfig(bytes.NewReader(data))
	switch {
	case err != nil:
		return Photo{}, ErrKind
	case head.Width < minSide || head.Height < minSide:
		return Photo{}, ErrSmall
	case head.Width > maxPixels/head.Height:
		return Photo{}, ErrLarge
	}
	picture, _, err := image.Decode(bytes.NewReader(data))
	if err != nil {
		return Photo{}, fmt.Errorf("%w: it breaks off or is damaged", ErrKind)
	}
	small := upright(scaled(picture), orientation(data))
	var out bytes.Buffer
	if err := jpeg.Encode(&out, small, &jpeg.Options{Quality: quality}); err != nil {
		return Photo{}, err
	}
	return Photo{out.Bytes(), small.Bounds().Dx(), small.Bounds().Dy()}, nil
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
