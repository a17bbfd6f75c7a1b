package api

import (
	"bytes"
	"fmt"
	"image"
	_ "image/jpeg" // formats that pictures may have
	_ "image/png"
	"io"
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/problem"
	"aguante/server/contract"
	"aguante/server/projectfile"
)

// journal answers with the entries of a wall after a place in their order.
func (a *Server) journal(c *gin.Context) {
	after, err := strconv.Atoi(c.DefaultQuery("after", "0"))
	if err != nil {
		a.failed(c, fmt.Errorf("%w: after %q", errRequest, c.Query("after")))
		return
	}
	all, err := a.store.Journal(c.Request.Context(), c.Param("id"), after)
	answerOr(a, c, contract.Journal{Entries: all}, err)
}

// mostAtOnce is how many entries one request may bring.
const mostAtOnce = 200

// record adds entries to a wall's journal, and answers with those that were new.
func (a *Server) record(c *gin.Context) {
	var q contract.RecordRequest
	if !a.body(c, &q) {
		return
	}
	l := problem.New()
	if len(q.Entries) == 0 || len(q.Entries) > mostAtOnce {
		l.Add("entries", "%d entries: send 1 to %d", len(q.Entries), mostAtOnce)
	}
	for i := range q.Entries {
		if len(l.All()) < 50 {
			at := problem.New() // an id that comes twice is one entry
			q.Entries[i].Validate(at)
			for _, p := range at.All() {
				l.Add(fmt.Sprintf("entries[%d].%s", i, p.Path), "%s", p.Message)
			}
		}
	}
	bad := l.All()
	if q.Design != nil {
		bad = append(bad, q.Design.Validate()...)
	}
	if len(bad) > 0 {
		a.failed(c, check.Invalid(bad))
		return
	}
	added, err := a.store.Append(c.Request.Context(), c.Param("id"), q.Entries, q.Design)
	answerOr(a, c, contract.Journal{Entries: added}, err)
}

// snapshot answers with a design that entries name.
func (a *Server) snapshot(c *gin.Context) {
	p, err := a.store.Snapshot(c.Request.Context(), c.Param("id"), c.Param("hash"))
	answerOr(a, c, p, err)
}

// The largest picture that is taken, bytes and points.
const (
	largestPicture = 12 << 20
	mostPoints     = 60_000_000
)

// picture keeps a picture of a wall.
func (a *Server) picture(c *gin.Context) {
	b, err := io.ReadAll(c.Request.Body)
	if err != nil {
		a.failed(c, err)
		return
	}
	kind := projectfile.PictureType(b)
	size, _, err := image.DecodeConfig(bytes.NewReader(b))
	switch {
	case kind == "" || err != nil:
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "picture", Message: "this is no JPEG or PNG picture"})
		return
	case size.Width*size.Height > mostPoints:
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "picture",
			Message: fmt.Sprintf("%d by %d points are more than a picture may have: save it smaller", size.Width, size.Height)})
		return
	}
	p, err := a.store.AddPicture(c.Request.Context(), c.Param("id"), kind, b)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusCreated, p)
}

func (a *Server) pictureOf(c *gin.Context) {
	p, err := a.store.Picture(c.Request.Context(), c.Param("id"), c.Param("hash"))
	if err != nil {
		a.failed(c, err)
		return
	}
	c.Data(http.StatusOK, p.Type, p.Bytes)
}

// archive answers with a wall and all that has happened to it, as a zip.
func (a *Server) archive(c *gin.Context) {
	all, err := a.store.Archived(c.Request.Context(), c.Param("id"))
	if err != nil {
		a.failed(c, err)
		return
	}
	b, err := projectfile.WriteArchive(all)
	if err != nil {
		a.failed(c, err)
		return
	}
	attach(c, all.Design.Name, ".aguante.zip", "application/zip", b)
}

// unpack makes a wall of a zip.
func (a *Server) unpack(c *gin.Context) {
	b, err := io.ReadAll(c.Request.Body)
	if err != nil {
		a.failed(c, err)
		return
	}
	all, err := projectfile.ReadArchive(b)
	if err != nil {
		a.failed(c, err)
		return
	}
	s, err := a.store.CreateFrom(c.Request.Context(), all)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.saved(c, http.StatusCreated, s)
}
