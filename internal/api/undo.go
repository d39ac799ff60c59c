package api

import (
	"context"
	"net/http"

	"jointime/internal/core/revise"
)

func (s undo) routes(at *registry) {
	operation(at, http.MethodGet, "/api/undo", "get-undo", "What of one's own can be taken back on a screen", s.getUndo)
	operation(at, http.MethodPost, "/api/undo", "undo", "Take one's last change on a screen back, or do it again", s.postUndo)
}

// UndoView says what of one's own can be taken back on a screen, and done
// again.
type UndoView struct {
	Back  string `json:"back" doc:"in words; empty: nothing"`
	Again string `json:"again"`
}

type undoInput struct {
	Screen string `query:"screen" maxLength:"100" required:"true"`
}

type undoOutput struct{ Body UndoView }

func (s undo) getUndo(ctx context.Context, in *undoInput) (*undoOutput, error) {
	back, again, err := s.store.Own(ctx, s.sessions.GetString(ctx, "person"), in.Screen)
	if err != nil {
		return nil, s.fail(err)
	}
	return &undoOutput{UndoView{back, again}}, nil
}

type postUndoInput struct {
	Body struct {
		Screen string `json:"screen" maxLength:"100"`
		Again  bool   `json:"again,omitempty" doc:"do again what was taken back"`
	}
}

func (s undo) postUndo(ctx context.Context, in *postUndoInput) (*savedOutput, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	q.Screen = in.Body.Screen
	made, err := s.app.Undo(ctx, q, in.Body.Again, revise.Merge)
	if err != nil {
		return nil, s.fail(err)
	}
	return saved(made), nil
}
