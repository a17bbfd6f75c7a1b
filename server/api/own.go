package api

import (
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/support"
	"aguante/core/table"
	"aguante/server/contract"
	"aguante/server/store"
	"aguante/server/tables"
)

// own lists everything that the person has kept for reuse.
func (a *Server) own(c *gin.Context) {
	contents, err := store.Kept[load.Row](c.Request.Context(), a.store, store.OwnContents)
	if err != nil {
		a.failed(c, err)
		return
	}
	boards, err := store.Kept[material.Stock](c.Request.Context(), a.store, store.OwnBoards)
	if err != nil {
		a.failed(c, err)
		return
	}
	parts, err := store.Kept[support.StockPart](c.Request.Context(), a.store, store.OwnParts)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, contract.Own{Contents: contents, Boards: boards, Parts: parts})
}

// keepPart keeps a part of one's stock: under a new key, or over the one that it has.
func (a *Server) keepPart(c *gin.Context) {
	var t support.StockPart
	if !a.body(c, &t) {
		return
	}
	if t.Key == "" {
		t.Key = uuid.NewString()
	}
	a.keep(c, store.OwnParts, t.Key, &t)
}

// partsTable reads a CSV table of parts. Nothing is
// kept by it.
func (a *Server) partsTable(c *gin.Context) {
	var q contract.PartsTable
	if !a.body(c, &q) {
		return
	}
	parts, bad, err := tables.ReadParts(q.Text)
	if err != nil {
		refuseTyped(c, "text", err)
		return
	}
	a.send(c, http.StatusOK, contract.PartsTable{Parts: parts, Bad: bad})
}

// keepContents keeps a row of the person's own contents under a new key.
func (a *Server) keepContents(c *gin.Context) {
	var row load.Row
	if !a.body(c, &row) {
		return
	}
	row.Key, row.Group = uuid.NewString(), load.OwnGroup
	a.keep(c, store.OwnContents, row.Key, &row)
}

// keepBoard keeps a tested board under a new key.
func (a *Server) keepBoard(c *gin.Context) {
	var b material.Stock
	if !a.body(c, &b) {
		return
	}
	b.Key = uuid.NewString()
	a.keep(c, store.OwnBoards, b.Key, b)
}

// keep puts a thing of the person's own into its drawer, if nothing is wrong
// with it.
func (a *Server) keep(c *gin.Context, kind store.Kind, key string, v interface{ Validate(*problem.List) }) {
	p := problem.New()
	v.Validate(p)
	if bad := p.All(); len(bad) > 0 {
		a.failed(c, check.Invalid(bad))
		return
	}
	if err := a.store.Keep(c.Request.Context(), kind, key, v); err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusCreated, v)
}

func (a *Server) forget(kind store.Kind) gin.HandlerFunc {
	return func(c *gin.Context) { a.done(c, a.store.Forget(c.Request.Context(), kind, c.Param("key"))) }
}

// contentsRow finds a row of contents among the app's and the person's own.
func (a *Server) contentsRow(c *gin.Context, key string) (load.Row, bool, error) {
	own, err := store.Kept[load.Row](c.Request.Context(), a.store, store.OwnContents)
	r, ok := table.At(table.Index(append(slices.Clip(load.Rows()), own...), func(r *load.Row) string { return r.Key }), key)
	return r, ok, err
}
