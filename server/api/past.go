package api

import (
	"net/http"
	"time"

	"github.com/gin-gonic/gin"

	"aguante/core/design"
	"aguante/server/contract"
	"aguante/server/store"
)

// sitting is how long a pause there may be between two saves of one sitting, and sittings how many
// are told.
const (
	sitting  = 10 * time.Minute
	sittings = 60
)

// changes says what has changed from one state of a design to another.
func (a *Server) changes(c *gin.Context) {
	var q contract.ChangesRequest
	if !a.body(c, &q) {
		return
	}
	if q.Was == nil || q.Now == nil {
		a.failed(c, errRequest)
		return
	}
	out := contract.ChangesReply{Changes: design.Differ(q.Was, q.Now)}
	if out.Changes == nil {
		out.Changes = []string{}
	}
	a.send(c, http.StatusOK, out)
}

// revisions says what was done to a wall, sitting by sitting.
func (a *Server) revisions(c *gin.Context) {
	ctx, id := c.Request.Context(), c.Param("id")
	all, err := a.store.Revisions(ctx, id)
	if err != nil {
		a.failed(c, err)
		return
	}
	out := []contract.Past{}
	var later *design.Project // how the sitting before this one in the list ended
	for i := 0; i < len(all) && len(out) <= sittings; {
		first := i
		for i++; i < len(all) && together(all[i-1], all[i]); i++ {
		}
		saved, err := a.store.Revision(ctx, id, all[first].Version)
		if err != nil {
			a.failed(c, err)
			return
		}
		if later != nil {
			out[len(out)-1].Changes = design.Differ(saved.Document, later)
		}
		later = saved.Document
		out = append(out, contract.Past{Saves: all[first:i], Changes: []string{}})
		if i == len(all) && i > first+1 { // what was done to it in its first sitting
			begun, err := a.store.Revision(ctx, id, all[i-1].Version)
			if err != nil {
				a.failed(c, err)
				return
			}
			out[len(out)-1].Changes = design.Differ(begun.Document, later)
		}
	}
	a.send(c, http.StatusOK, out)
}

// together tells whether two saves, the later first, are of one sitting.
func together(later, earlier store.Revision) bool {
	a, err := time.Parse(time.RFC3339Nano, earlier.SavedAt)
	b, worse := time.Parse(time.RFC3339Nano, later.SavedAt)
	return err == nil && worse == nil && b.Sub(a) < sitting
}
