package api

import (
	"errors"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/shop"
	"aguante/core/support"
	"aguante/server/contract"
	"aguante/server/store"
	"aguante/server/tables"
)

// base is the version that a request replaces.
func base(c *gin.Context) (int, bool) {
	n, err := strconv.Atoi(strings.Trim(c.GetHeader("If-Match"), `"`))
	if err != nil {
		fail(c, http.StatusPreconditionRequired, contract.Failure{Code: "version", Message: "say in If-Match which version this replaces"})
	}
	return n, err == nil
}

// stale answers that something was changed elsewhere; false where that is not the trouble.
func stale(c *gin.Context, err error, what string, version int) bool {
	if !errors.Is(err, store.ErrStale) {
		return false
	}
	fail(c, http.StatusConflict, contract.Failure{Code: "stale", Message: "the " + what + " was changed elsewhere since you opened it",
		Version: version})
	return true
}

// kept answers with a document and its version.
func (a *Server) kept(c *gin.Context, version int, v any) {
	c.Header("ETag", strconv.Quote(strconv.Itoa(version)))
	a.send(c, http.StatusOK, v)
}

func (a *Server) plan(c *gin.Context) {
	p, version, err := a.store.Plan(c.Request.Context(), c.Param("id"))
	if err != nil {
		a.failed(c, err)
		return
	}
	a.kept(c, version, p)
}

func (a *Server) replacePlan(c *gin.Context) {
	over, ok := base(c)
	p := plan.Empty()
	if !ok || !a.body(c, &p) {
		return
	}
	if l := problem.New(); !a.valid(c, l, &p) {
		return
	}
	version, err := a.store.ReplacePlan(c.Request.Context(), c.Param("id"), over, p)
	if _, now, _ := a.store.Plan(c.Request.Context(), c.Param("id")); stale(c, err, "plan", now) {
		return
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	a.kept(c, version, p)
}

// valid names what is wrong with something.
func (a *Server) valid(c *gin.Context, l *problem.List, v interface{ Validate(*problem.List) }) bool {
	v.Validate(l)
	if bad := l.All(); len(bad) > 0 {
		a.failed(c, check.Invalid(bad))
		return false
	}
	return true
}

// shopNow is the whole shop: what was saved of it, and the drawers.
func (a *Server) shopNow(c *gin.Context) (s shop.Shop, version int, err error) {
	ctx := c.Request.Context()
	s, version, err = a.store.Shop(ctx, func() shop.Shop { return shop.New(unitsOf(c).Length != "mm") })
	if err == nil {
		s.Contents, err = store.Kept[load.Row](ctx, a.store, store.OwnContents)
	}
	if err == nil {
		s.Boards, err = store.Kept[material.Stock](ctx, a.store, store.OwnBoards)
	}
	if err == nil {
		s.Parts, err = store.Kept[support.StockPart](ctx, a.store, store.OwnParts)
	}
	return s, version, err
}

func (a *Server) shop(c *gin.Context) {
	s, version, err := a.shopNow(c)
	if err != nil {
		a.failed(c, err)
		return
	}
	a.kept(c, version, s)
}

// replaceShop saves the shop; the drawers keep what they have.
func (a *Server) replaceShop(c *gin.Context) {
	over, ok := base(c)
	var s shop.Shop
	if !ok || !a.body(c, &s) || !a.valid(c, problem.New(), &s) {
		return
	}
	a.saveShop(c, over, s)
}

// mergeShop takes a shop's file in, drawers and all.
func (a *Server) mergeShop(c *gin.Context) {
	over, ok := base(c)
	var theirs shop.Shop
	if !ok || !a.body(c, &theirs) || !a.valid(c, problem.New(), &theirs) {
		return
	}
	mine, _, err := a.shopNow(c)
	if err != nil {
		a.failed(c, err)
		return
	}
	merged := shop.Merge(mine, theirs)
	if max(len(merged.Contents), len(merged.Boards), len(merged.Parts)) > store.Most {
		a.failed(c, store.ErrFull)
		return
	}
	if !a.saveShop(c, over, merged) {
		return
	}
	if err := a.fillDrawers(c, theirs); err != nil {
		a.log.Error("drawers", "err", err)
	}
}

func (a *Server) fillDrawers(c *gin.Context, s shop.Shop) error {
	ctx := c.Request.Context()
	var faults []error
	for i := range s.Contents {
		faults = append(faults, a.store.Keep(ctx, store.OwnContents, s.Contents[i].Key, &s.Contents[i]))
	}
	for i := range s.Boards {
		faults = append(faults, a.store.Keep(ctx, store.OwnBoards, s.Boards[i].Key, &s.Boards[i]))
	}
	for i := range s.Parts {
		faults = append(faults, a.store.Keep(ctx, store.OwnParts, s.Parts[i].Key, &s.Parts[i]))
	}
	if err := errors.Join(faults...); err != nil {
		return fmt.Errorf("own things of the shop's file: %w", err)
	}
	return nil
}

func (a *Server) saveShop(c *gin.Context, over int, s shop.Shop) bool {
	version, err := a.store.ReplaceShop(c.Request.Context(), over, s)
	if _, now, _ := a.store.Shop(c.Request.Context(), func() shop.Shop { return s }); stale(c, err, "shop", now) {
		return false
	}
	if err != nil {
		a.failed(c, err)
		return false
	}
	a.kept(c, version, s)
	return true
}

// stockTable reads a CSV table of boards on hand. Nothing is kept of it: the page says what is.
func (a *Server) stockTable(c *gin.Context) {
	var q contract.StockTable
	if !a.body(c, &q) {
		return
	}
	var err error
	if q.Stock, q.Bad, err = tables.ReadStock(q.Text, uuid.NewString); err != nil {
		refuseTyped(c, "text", err)
		return
	}
	a.send(c, http.StatusOK, q)
}
