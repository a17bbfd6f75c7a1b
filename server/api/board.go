package api

import (
	"fmt"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/material"
	"aguante/server/contract"
)

// shelfOf finds the shelf of a design that a request is about.
func (a *Server) shelfOf(c *gin.Context, p *design.Project, id string) (*design.Shelf, bool) {
	if p != nil {
		for i := range p.Shelves {
			if p.Shelves[i].ID == id {
				return &p.Shelves[i], true
			}
		}
	}
	a.failed(c, fmt.Errorf("%w: no shelf %q", errRequest, id))
	return nil, false
}

// answerOr answers with v, or says why there is none.
func answerOr[T any](a *Server, c *gin.Context, v T, err error) {
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, v)
}

// ladder says how far boards span.
func (a *Server) ladder(c *gin.Context) {
	var q contract.LadderRequest
	if !a.body(c, &q) {
		return
	}
	if s, ok := a.shelfOf(c, q.Design, q.Shelf); ok {
		l, err := check.NewLadder(s, q.Woods, q.Thicknesses, q.PerMetre, q.Span)
		answerOr(a, c, l, err)
	}
}

// dress hangs a shelf in another way.
func (a *Server) dress(c *gin.Context) {
	var q contract.DressRequest
	if !a.body(c, &q) {
		return
	}
	s, ok := a.shelfOf(c, q.Design, q.Shelf)
	if !ok {
		return
	}
	if bad := q.Design.Validate(); len(bad) > 0 {
		a.failed(c, check.Invalid(bad))
		return
	}
	dressed, err := dress.Shelf(q.Design, slices.IndexFunc(q.Design.Shelves, func(o design.Shelf) bool { return o.ID == s.ID }), q.Way,
		uuid.NewString)
	if err != nil {
		refuseTyped(c, "way", err)
		return
	}
	a.send(c, http.StatusOK, dressed)
}

// stiffness says what a test of one's own board tells.
func (a *Server) stiffness(c *gin.Context) {
	var q contract.StiffnessRequest
	if !a.body(c, &q) {
		return
	}
	s, err := material.Test(q.Span, q.Width, q.Thickness, q.Readings)
	if err != nil {
		refuseTyped(c, "readings", err)
		return
	}
	a.send(c, http.StatusOK, s)
}
