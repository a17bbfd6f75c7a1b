package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/gin-gonic/gin"

	"aguante/core/design"
	"aguante/server/contract"
)

// search answers a question about one shelf of a design that asks many designs: one at a
// time, the others wait for their turn, and none goes on when nobody waits for it.
func search[T any](a *Server, ask func(ctx context.Context, p *design.Project, s *design.Shelf) (T, error)) gin.HandlerFunc {
	return func(c *gin.Context) {
		var q contract.ShelfRequest
		if !a.body(c, &q) {
			return
		}
		if q.Design != nil {
			q.Design = q.Design.Judged(q.Shelf) // what is wrong with others is not this one's
		}
		s, ok := a.shelfOf(c, q.Design, q.Shelf)
		if !ok {
			return
		}
		ctx := c.Request.Context()
		select {
		case a.turn <- struct{}{}:
			defer func() { <-a.turn }()
		case <-ctx.Done():
			a.failed(c, ctx.Err())
			return
		}
		v, err := ask(ctx, q.Design, s)
		if errors.Is(err, context.DeadlineExceeded) {
			fail(c, http.StatusServiceUnavailable, contract.Failure{Code: "too-long", Message: tooLong(s)})
			return
		}
		answerOr(a, c, v, err)
	}
}
