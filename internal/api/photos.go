package api

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"
	"time"

	"jointime/internal/formats/photo"
	"jointime/internal/store"
)

// photoPath is where the photograph of a dish is, to be read and handed in.
const photoPath = "/api/dishes/{id}/photo.jpg"

// routes keep a photograph beside the drawing of a plate.
func (s photos) routes(at *registry) {
	at.file(http.MethodGet, photoPath, "photo-jpg", "The photograph of a plate", "image/jpeg", s.photoFile)
	at.file(http.MethodPut, photoPath, "put-photo", "Hand a photograph of a plate in", "image/jpeg", s.takePhoto)
	operation(at, http.MethodGet, "/api/dishes/{id}/photo", "get-photo", "About the photograph of a plate", s.aboutPhoto)
	operation(at, http.MethodDelete, "/api/dishes/{id}/photo", "remove-photo", "Take the photograph of a plate off", s.takeOffPhoto)
	operation(at, http.MethodPost, "/api/dishes/{id}/photo/back", "restore-photo", "Put the photograph that was taken off back", s.putPhotoBack)
}

// PhotoView tells of a photograph.
type PhotoView struct {
	There    bool      `json:"there"`
	TakenOff bool      `json:"takenOff,omitempty" doc:"one was taken off, and can be put back"`
	Address  string    `json:"address,omitempty" doc:"of the picture, another one for each picture"`
	Width    int       `json:"width,omitempty"`
	Height   int       `json:"height,omitempty"`
	Who      string    `json:"who,omitempty"`
	At       time.Time `json:"at,omitzero"`
}

type photoOutput struct{ Body PhotoView }

func (s photos) aboutPhoto(ctx context.Context, in *dishInput) (*photoOutput, error) {
	p, err := s.store.Photo(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	if p == nil {
		return &photoOutput{}, nil
	}
	v := PhotoView{There: !p.TakenOff, TakenOff: p.TakenOff, Who: p.Who, At: p.At}
	if v.There {
		v.Address, v.Width, v.Height = fmt.Sprintf("%s?of=%d", strings.Replace(photoPath, "{id}", in.ID, 1), p.Seq), p.Width, p.Height
	}
	return &photoOutput{v}, nil
}

func (s photos) takeOffPhoto(ctx context.Context, in *dishInput) (*struct{}, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	if err := s.store.AddPhoto(ctx, q, store.Photo{Dish: in.ID}, nil); err != nil {
		return nil, s.fail(err)
	}
	return nil, nil
}

func (s photos) putPhotoBack(ctx context.Context, in *dishInput) (*struct{}, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	if err := s.store.PutPhotoBack(ctx, q, in.ID); err != nil {
		return nil, s.fail(err)
	}
	return nil, nil
}

// photoFile sends the photograph of a dish.
func (s photos) photoFile(w http.ResponseWriter, r *http.Request) {
	jpeg, err := s.store.Picture(r.Context(), pathID(r))
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	w.Header().Set("Content-Type", "image/jpeg")
	_, _ = w.Write(jpeg) // nobody may be listening
}

// takePhoto takes in the photograph of a dish: the body is the picture.
func (s photos) takePhoto(w http.ResponseWriter, r *http.Request) {
	if p := s.keepPhoto(r.Context(), pathID(r), r.Body); p != nil {
		s.writeProblem(w, p)
		return
	}
	w.WriteHeader(http.StatusNoContent)
}

func (s photos) keepPhoto(ctx context.Context, dish string, body io.Reader) *Problem {
	q, err := s.asked(ctx)
	if err != nil {
		return s.fail(err)
	}
	if _, _, err := s.dish(ctx, dish); err != nil {
		return s.fail(err)
	}
	data, err := io.ReadAll(body)
	var large *http.MaxBytesError
	if errors.As(err, &large) {
		return problem(isMalformed, "Photo not saved: "+photo.ErrLarge.Error()+".")
	}
	if err != nil {
		return problem(notWhole, "The photo did not arrive whole. Send it again.")
	}
	clean, err := photo.Clean(ctx, data)
	if err != nil {
		return problem(isMalformed, "Photo not saved: "+err.Error()+".")
	}
	if err := s.store.AddPhoto(ctx, q, store.Photo{Dish: dish, Width: clean.Width, Height: clean.Height}, clean.JPEG); err != nil {
		return s.fail(err)
	}
	return nil
}
