package api

import (
	"net/http"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/table"
	"aguante/server/contract"
	"aguante/server/store"
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
	c.JSON(http.StatusOK, contract.Own{Contents: contents, Boards: boards})
}

// keepContents keeps a row of the person's own contents under a new key.
func (a *Server) keepContents(c *gin.Context) {
	var row load.Row
	if !a.body(c, &row) {
		return
	}
	row.Key, row.Group = uuid.NewString(), load.OwnGroup
	a.keep(c, store.OwnContents, row.Key, row)
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
	c.JSON(http.StatusCreated, v)
}

func (a *Server) forget(kind store.Kind) gin.HandlerFunc {
	return func(c *gin.Context) { a.done(c, a.store.Forget(c.Request.Context(), kind, c.Param("key"))) }
}

// contentsRow finds a row of contents among the app's and the person's own.
func (a *Server) contentsRow(c *gin.Context, key string) (load.Row, bool, error) {
	byKey := func(r load.Row) string { return r.Key }
	if r, ok := table.Find(load.Rows(), key, byKey); ok {
		return r, true, nil
	}
	own, err := store.Kept[load.Row](c.Request.Context(), a.store, store.OwnContents)
	r, ok := table.Find(own, key, byKey)
	return r, ok, err
}
