package api

import (
	"errors"
	"fmt"
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/field"
	"aguante/core/problem"
	"aguante/server/contract"
)

// make makes something new on a wall. Completing takes a design that is not whole yet; all
// else a valid one.
func (a *Server) make(c *gin.Context) {
	var q contract.MakeRequest
	if !a.body(c, &q) {
		return
	}
	reply, err := made(&q)
	var bad check.Invalid
	switch {
	case err != nil && !errors.As(err, &bad) && !errors.Is(err, errRequest):
		refuseTyped(c, string(q.What), err)
		return
	case err != nil:
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, reply)
}

func made(q *contract.MakeRequest) (reply contract.MakeReply, err error) {
	id := uuid.NewString
	if q.What == contract.MakeWall {
		l := problem.New()
		if field.Check(l.In("units"), &q.Units); len(l.All()) > 0 {
			return reply, check.Invalid(l.All())
		}
		reply.Project, err = dress.Begin(q.Units, q.With, id)
		return reply, err
	}
	if q.Design == nil {
		return reply, errors.Join(errRequest, errors.New("there is no design"))
	}
	if q.What != contract.MakeComplete {
		if bad := q.Design.Validate(); len(bad) > 0 {
			return reply, check.Invalid(bad)
		}
	}
	if q.What == contract.MakeShelf {
		i, err := dress.AddShelf(q.Design, id)
		if err != nil {
			return reply, err
		}
		h := q.Design.Hung(i)
		return contract.MakeReply{Hung: &h, New: h.Shelf.ID}, nil
	}
	i := slices.IndexFunc(q.Design.Shelves, func(s design.Shelf) bool { return s.ID == q.Shelf })
	if i < 0 {
		return reply, errors.Join(errRequest, errors.New("there is no such shelf in the design"))
	}
	var h design.Hung
	switch q.What {
	case contract.MakeSupport:
		if h, reply.New = dress.More(q.Design, i, q.Like, id); reply.New == "" {
			return reply, check.Invalid{{Path: fmt.Sprintf("shelves[%d]", i), Message: "it takes no more of these, or there is no room for one"}}
		}
	case contract.MakePlaces:
		h, err = dress.PlaceAt(q.Design, i, q.At, id)
	case contract.MakeBacker:
		ok := false
		if h, ok = dress.Back(q.Design, i, id); !ok {
			return reply, check.Invalid{{Path: fmt.Sprintf("shelves[%d].rail", i), Message: "a backer board goes behind brackets, where there is none yet"}}
		}
		reply.New = h.Shelf.Rail
	case contract.MakeRip:
		ok := false
		if h, ok = dress.Rip(q.Design, i); !ok {
			return reply, check.Invalid{{Path: fmt.Sprintf("shelves[%d].depth_mm", i), Message: "a strip is ripped off a solid board that is deep enough, for pins to stand in"}}
		}
		reply.New = h.Shelf.Rail
	case contract.MakePanel:
		ok := false
		if h, ok = dress.Panel(q.Design, i, id); !ok {
			return reply, check.Invalid{{Path: fmt.Sprintf("shelves[%d].rail", i), Message: "a panel goes behind a bevelled rail that is on none yet"}}
		}
		reply.New = h.Shelf.Rail
	case contract.MakeOnWall:
		ok := false
		if h, ok = dress.OnWall(q.Design, i, id); !ok {
			return reply, check.Invalid{{Path: fmt.Sprintf("shelves[%d].rail", i), Message: "the rail is on no panel"}}
		}
		reply.New = h.Shelf.Rail
	case contract.MakeComplete:
		h = dress.Complete(q.Design, i, id)
	default:
		return reply, errors.Join(errRequest, errors.New("that cannot be made"))
	}
	reply.Hung = &h
	return reply, err
}
