package api

import (
	"net/http"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/load"
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
	c.JSON(http.StatusOK, contract.Own{Contents: contents})
}

// keepContents keeps a row of the person's own contents under a new key.
func (a *Server) keepContents(c *gin.Context) {
	var row load.Row
	if !a.body(c, &row) {
		return
	}
	p := problem.New()
	row.Validate(p)
	if bad := p.All(); len(bad) > 0 {
		a.failed(c, check.Invalid(bad))
		return
	}
	row.Key, row.Group = uuid.NewString(), load.OwnGroup
	if err := a.store.Keep(c.Request.Context(), store.OwnContents, row.Key, row); err != nil {
		a.failed(c, err)
		return
	}
	c.JSON(http.StatusCreated, row)
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
