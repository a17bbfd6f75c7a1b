package api

import (
	"io"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"aguante/core/design"
	"aguante/server/projectfile"
	"aguante/server/store"
)

// project reads a project document from the request, through the files' door.
func (a *Server) project(c *gin.Context) (*design.Project, bool) {
	b, err := io.ReadAll(c.Request.Body)
	var p *design.Project
	if err == nil {
		p, err = projectfile.Read(b)
	}
	if err != nil {
		a.failed(c, err)
	}
	return p, err == nil
}

func (a *Server) readFile(c *gin.Context) {
	if p, ok := a.project(c); ok {
		a.send(c, http.StatusOK, p)
	}
}

func (a *Server) list(c *gin.Context) {
	all, err := a.store.List(c.Request.Context())
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, all)
}

// saved answers with a project and its version as an entity tag.
func (a *Server) saved(c *gin.Context, status int, p store.Saved) {
	c.Header("ETag", strconv.Quote(strconv.Itoa(p.Version)))
	a.send(c, status, p)
}

func (a *Server) create(c *gin.Context) {
	p, ok := a.project(c)
	if !ok {
		return
	}
	s, err := a.store.Create(c.Request.Context(), p)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.saved(c, http.StatusCreated, s)
}

func (a *Server) get(c *gin.Context) {
	s, err := a.store.Get(c.Request.Context(), c.Param("id"))
	if err != nil {
		a.failed(c, err)
		return
	}
	a.saved(c, http.StatusOK, s)
}

func (a *Server) replace(c *gin.Context) {
	over, ok := base(c)
	if !ok {
		return
	}
	p, ok := a.project(c)
	if !ok {
		return
	}
	s, err := a.store.Replace(c.Request.Context(), c.Param("id"), over, p, windowOf(c))
	if stale(c, err, "project", s.Version) {
		return
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	a.saved(c, http.StatusOK, s)
}

// windowOf is the window that a request says it comes from.
func windowOf(c *gin.Context) store.Window {
	name, seq, _ := strings.Cut(c.GetHeader("Aguante-Window"), " ")
	n, err := strconv.ParseInt(seq, 10, 64)
	if err != nil || len(name) > 40 {
		return store.Window{}
	}
	return store.Window{Name: name, Seq: n}
}

func (a *Server) remove(c *gin.Context) {
	a.done(c, a.store.Delete(c.Request.Context(), c.Param("id")))
}
func (a *Server) restore(c *gin.Context) {
	a.done(c, a.store.Restore(c.Request.Context(), c.Param("id")))
}

func (a *Server) done(c *gin.Context, err error) {
	if err != nil {
		a.failed(c, err)
		return
	}
	c.Status(http.StatusNoContent)
}

func (a *Server) revision(c *gin.Context) {
	version, err := strconv.Atoi(c.Param("version"))
	if err != nil {
		a.failed(c, store.ErrNotFound)
		return
	}
	s, err := a.store.Revision(c.Request.Context(), c.Param("id"), version)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, s)
}
