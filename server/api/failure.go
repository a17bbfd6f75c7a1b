package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/problem"
	"aguante/server/contract"
	"aguante/server/export"
	"aguante/server/projectfile"
	"aguante/server/store"
)

// fail answers with a failure, none of it longer than a person reads.
func fail(c *gin.Context, status int, f contract.Failure) {
	clip := func(s string) string {
		if r := []rune(s); len(r) > longestWord {
			return string(r[:longestWord]) + "…"
		}
		return s
	}
	f.Message, f.Path = clip(f.Message), clip(f.Path)
	f.Problems = slices.Clone(f.Problems[:min(len(f.Problems), problem.Most)])
	for i := range f.Problems {
		f.Problems[i].Message, f.Problems[i].Path = clip(f.Problems[i].Message), clip(f.Problems[i].Path)
	}
	c.AbortWithStatusJSON(status, f)
}

// longestWord is how many letters of a message or a path go out.
const longestWord = 500

// send writes an answer. It is put into words before its status goes out, so that what cannot
// be written, as a figure that is none, is a failure and no answer with nothing in it.
func (a *Server) send(c *gin.Context, status int, v any) {
	b, err := json.Marshal(v)
	if err != nil {
		a.failed(c, err)
		return
	}
	c.Data(status, "application/json; charset=utf-8", b)
}

// failed writes any error in the one shape.
func (a *Server) failed(c *gin.Context, err error) {
	var bad check.Invalid
	var file projectfile.Unreadable
	var big *http.MaxBytesError
	var refusal *store.Refusal
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	switch {
	case errors.As(err, &bad):
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "invalid", Message: bad.Error(), Path: bad[0].Path,
			Problems: projectfile.WithLines(bad, nil)})
	case errors.As(err, &file):
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "unreadable", Message: file.Error(), Path: file[0].Path, Problems: file})
	case errors.As(err, &big):
		fail(c, http.StatusRequestEntityTooLarge, contract.Failure{Code: "too-large", Message: fmt.Sprintf("that is larger than it can be "+
			"(%d MB)", big.Limit>>20)})
	case errors.Is(err, export.ErrFormat):
		fail(c, http.StatusNotFound, contract.Failure{Code: "format", Message: err.Error()})
	case errors.As(err, &refusal):
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "backup", Message: "this is no backup that can be taken in: " +
			store.Plainly(refusal.Why)})
	case errors.Is(err, store.ErrNoRoom), errors.Is(err, store.ErrReadOnly), errors.Is(err, store.ErrDamaged):
		a.log.Error("the store", "path", c.FullPath(), "err", err)
		fail(c, http.StatusInsufficientStorage, contract.Failure{Code: "store", Message: "the store cannot be written: " + store.Plainly(err)})
	case errors.Is(err, store.ErrUnreadable):
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "unreadable", Message: err.Error()})
	case errors.Is(err, store.ErrEntry):
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "entry", Message: err.Error()})
	case errors.Is(err, store.ErrFull):
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "full", Message: err.Error()})
	case errors.Is(err, store.ErrNotFound):
		fail(c, http.StatusNotFound, contract.Failure{Code: "not-found", Message: err.Error()})
	case errors.As(err, &syntax), errors.As(err, &kind), errors.Is(err, io.EOF), errors.Is(err, io.ErrUnexpectedEOF),
		errors.Is(err, errRequest):
		fail(c, http.StatusBadRequest, contract.Failure{Code: "request", Message: err.Error()})
	case errors.Is(err, context.DeadlineExceeded):
		fail(c, http.StatusServiceUnavailable, contract.Failure{Code: "too-long", Message: fmt.Sprintf("this takes longer than %.0f seconds; "+
			"take supports, woods or low guesses off, or try again", longest.Seconds())})
	case errors.Is(err, context.Canceled): // whoever asked has gone
		c.AbortWithStatus(499)
	default:
		a.log.Error("failed", "path", c.FullPath(), "err", err)
		fail(c, http.StatusInternalServerError, contract.Failure{Code: "internal",
			Message: "something broke in the program; your work is as it was last saved"})
	}
}

var errRequest = errors.New("the request cannot be understood")
