package api

import (
	"errors"
	"fmt"
	"io"
	"net/http"
	"strconv"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/journal"
	"aguante/core/logbook"
	"aguante/core/problem"
	"aguante/server/contract"
	"aguante/server/export"
	"aguante/server/picture"
	"aguante/server/projectfile"
	"aguante/server/store"
	"aguante/server/tables"
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
			logbook.Validate(&q.Entries[i], time.Now(), at)
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

// picture keeps a picture of a wall.
func (a *Server) picture(c *gin.Context) {
	b, err := io.ReadAll(c.Request.Body)
	if err != nil {
		a.failed(c, err)
		return
	}
	kept, err := picture.Kept(b)
	if err != nil {
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "picture", Message: err.Error()})
		return
	}
	p, err := a.store.AddPicture(c.Request.Context(), c.Param("id"), "image/jpeg", kept)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusCreated, p)
}

// pictureOf answers with a picture, or with a small one of it.
func (a *Server) pictureOf(c *gin.Context) {
	p, err := a.store.Picture(c.Request.Context(), c.Param("id"), c.Param("hash"))
	if err != nil {
		a.failed(c, err)
		return
	}
	if c.Query("small") != "" {
		if small, ok := a.small.Get(p.Hash); ok {
			p.Bytes = small
		} else if small, err := picture.Small(p.Bytes); err == nil { // else the whole of it
			p.Type, p.Bytes = "image/jpeg", small
			a.small.Add(p.Hash, small)
		}
	}
	c.Header("Cache-Control", "private, max-age=31536000, immutable") // it is named by what is in it
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

// takeLog takes the journal of a wall that was saved elsewhere into the one that is here: an archive, or the entries alone.
func (a *Server) takeLog(c *gin.Context) {
	b, err := io.ReadAll(c.Request.Body)
	if err != nil {
		a.failed(c, err)
		return
	}
	var all *store.Archive
	if projectfile.IsArchive(b) {
		all, err = projectfile.ReadArchive(b)
	} else {
		all = &store.Archive{}
		all.Journal, err = projectfile.ReadLog(b)
	}
	var added int
	if err == nil {
		added, err = a.store.Merge(c.Request.Context(), c.Param("id"), all)
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, contract.LogTaken{Added: added, Known: len(all.Journal) - added, Entries: []journal.Entry{}, Bad: []tables.Bad{}})
}

// exportLog writes a wall's journal, its readings or its reminders as a file.
func (a *Server) exportLog(c *gin.Context) {
	saved, err := a.store.Get(c.Request.Context(), c.Param("id"))
	var f export.File
	if err == nil {
		s := &export.Subject{ID: saved.ID, Design: saved.Document, When: time.Now(), Units: unitsOf(c)}
		if s.Log, err = a.store.Journal(c.Request.Context(), saved.ID, 0); err == nil {
			f, err = export.Write(c.Param("format"), s)
		}
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	attach(c, f.Name, "", f.Type, f.Bytes)
}

// readings reads a table of readings without changing anything: the entries that they would be, and which lines would not.
func (a *Server) readings(c *gin.Context) {
	var q contract.ReadingsRequest
	if !a.body(c, &q) {
		return
	}
	if q.Shelf == "" {
		a.failed(c, errors.Join(errRequest, errors.New("say of which shelf these readings are")))
		return
	}
	entries, bad, err := tables.ReadReadings(q.Text, q.Shelf, time.Now(), uuid.NewString)
	if err != nil {
		refuseTyped(c, "text", err)
		return
	}
	a.send(c, http.StatusOK, contract.LogTaken{Entries: entries, Bad: bad})
}
