package api

import (
	"encoding/json"
	"errors"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/plan"
	"aguante/core/shop"
	"aguante/server/contract"
	"aguante/server/export"
	"aguante/server/store"
)

// cutting answers how a wall's pieces are cut from the person's boards and sheets.
func (a *Server) cutting(c *gin.Context) {
	var q contract.CuttingRequest
	if !a.body(c, &q) {
		return
	}
	reply, err := a.planned(c, q.Design)
	answerOr(a, c, reply, err)
}

// exportBuild writes what leaves the app of a wall and its plan.
func (a *Server) exportBuild(c *gin.Context) {
	var q contract.OrderRequest
	if !a.body(c, &q) {
		return
	}
	s, err := a.printed(c, q.Design)
	if err == nil {
		err = a.withWork(c, s, clockOr(q.Now), q.Offset)
	}
	var f export.File
	if err == nil {
		f, err = export.Write(c.Param("format"), &export.Subject{Design: q.Design, Pieces: s.Parts, Cuts: s.Cutting, Holes: s.Drilling, Buy: s.Buy,
			Work: work(c.Param("id"), s), Units: unitsOf(c)})
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	attach(c, f.Name, "", f.Type, f.Bytes)
}

// planned plans a design with what is kept: the shop, what the person has decided, and what is cut already.
func (a *Server) planned(c *gin.Context, p *design.Project) (out contract.CuttingReply, err error) {
	if p == nil {
		return out, errors.Join(errRequest, errors.New("there is no design"))
	}
	if bad := p.Validate(); len(bad) > 0 {
		return out, check.Invalid(bad)
	}
	ctx, id := c.Request.Context(), c.Param("id")
	if out.Shop, out.ShopVersion, err = a.shopNow(c); err != nil {
		return out, err
	}
	if out.Plan, out.PlanVersion, err = a.store.Plan(ctx, id); err != nil {
		return out, err
	}
	entries, err := a.store.Journal(ctx, id, 0)
	if err != nil {
		return out, err
	}
	out.Parts = plan.Parts(p)
	out.Letters = plan.Letters(out.Parts)
	facts, done := plan.Facts(entries, out.Parts)
	out.Facts = facts
	out.Cutting = plan.Lay(ctx, p, out.Parts, &out.Shop, &out.Plan, done)
	return out, ctx.Err()
}

// plannedNow is the plan that something is done to; where there is none that is answered.
func (a *Server) plannedNow(c *gin.Context, p *design.Project) (contract.CuttingReply, bool) {
	now, err := a.planned(c, p)
	if err != nil {
		a.failed(c, err)
	}
	return now, err == nil
}

// cut takes it for done that a board or sheet was cut, all of it or up to a piece: a fact in the journal, and the
// shop has what is left.
func (a *Server) cut(c *gin.Context) {
	var q contract.CutRequest
	if !a.body(c, &q) {
		return
	}
	now, ok := a.plannedNow(c, q.Design)
	if !ok {
		return
	}
	entry := factNow(journal.Cut)
	entry.About = q.Blank
	done, after, err := now.Cutting.Make(now.Shop, q.Blank, q.Last, "offcut-"+entry.ID)
	if err == nil {
		entry.Data, err = json.Marshal(done)
	}
	if err != nil {
		a.failed(c, errors.Join(errRequest, err))
		return
	}
	a.fact(c, entry, q.Design, now, &after)
}

// uncut takes such a fact back: what was on hand before is there again.
func (a *Server) uncut(c *gin.Context) {
	var q contract.UncutRequest
	if !a.body(c, &q) {
		return
	}
	now, ok := a.plannedNow(c, q.Design)
	if !ok {
		return
	}
	for _, f := range now.Facts {
		if f.Entry == q.Entry {
			after := f.GiveBack(now.Shop)
			back := factNow(journal.TakeBack)
			back.Back = f.Entry
			a.fact(c, back, q.Design, now, &after)
			return
		}
	}
	a.failed(c, errors.Join(errRequest, errors.New("there is no such cut in the journal, or it is taken back already")))
}

// factNow is a new entry of a kind.
func factNow(kind journal.Kind) journal.Entry {
	return journal.Entry{ID: uuid.NewString(), Kind: kind, When: time.Now().UTC().Format(time.RFC3339)}
}

// fact saves the shop as it is after something was done, writes the journal, and answers with the plan from there
// on. A shop that was changed elsewhere in between is not written over.
func (a *Server) fact(c *gin.Context, e journal.Entry, p *design.Project, now contract.CuttingReply, after *shop.Shop) {
	ctx := c.Request.Context()
	if _, err := a.store.ReplaceShop(ctx, now.ShopVersion, *after); err != nil {
		if !stale(c, err, "shop", now.ShopVersion) {
			a.failed(c, err)
		}
		return
	}
	if _, err := a.store.Append(ctx, c.Param("id"), []journal.Entry{e}, p); err != nil {
		// What was not written down has not been done.
		if _, back := a.store.ReplaceShop(ctx, now.ShopVersion+1, now.Shop); back != nil && !errors.Is(back, store.ErrStale) {
			err = errors.Join(err, back)
		}
		a.failed(c, err)
		return
	}
	reply, err := a.planned(c, p)
	answerOr(a, c, reply, err)
}
