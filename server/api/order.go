package api

import (
	"cmp"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/gin-gonic/gin"

	"aguante/core/buy"
	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/order"
	"aguante/core/paper"
	"aguante/server/calendar"
	"aguante/server/contract"
)

// order answers with what is done in which order to build a wall, and on which days.
func (a *Server) order(c *gin.Context) {
	var q contract.OrderRequest
	if !a.body(c, &q) {
		return
	}
	s, err := a.printed(c, q.Design)
	var reply contract.OrderReply
	if err == nil {
		reply, err = a.ordered(c, s, q.Now, q.Offset)
	}
	answerOr(a, c, reply, err)
}

// clockForm is how a person's clock is sent.
const clockForm = "2006-01-02T15:04"

// ordered puts a wall's work in order by a person's clock, 2026-11-26T19:30, so many minutes ahead of UTC.
func (a *Server) ordered(c *gin.Context, s *paper.Subject, now string, ahead int) (out contract.OrderReply, err error) {
	clock, err := time.Parse(clockForm, now)
	if err != nil || ahead < -24*60 || ahead > 24*60 {
		return out, errors.Join(errRequest, fmt.Errorf("%q, %d minutes ahead, is no time: give one like 2026-11-26T19:30", now, ahead))
	}
	ctx, id := c.Request.Context(), c.Param("id")
	entries, err := a.store.Journal(ctx, id, 0)
	if err != nil {
		return out, err
	}
	decided, _, err := a.store.Plan(ctx, id)
	if err != nil {
		return out, err
	}
	shop, _, err := a.shopNow(c)
	if err != nil {
		return out, err
	}
	start := clock.Truncate(24 * time.Hour)
	if day, err := time.Parse(time.DateOnly, s.Design.Making.Start); err == nil {
		start = day
	}
	out = contract.OrderReply{Start: start.Format(time.DateOnly), Now: int(clock.Sub(start).Minutes()), People: shop.People, Waits: []contract.Waiting{}, After: order.Afterwards(),
		Read: []string{}, Pace: cmp.Or(shop.Pace, 1)}
	out.Steps = order.Steps(&order.Subject{Design: s.Design, Report: s.Report, Parts: s.Parts, Cutting: s.Cutting, Cards: s.Cards, Drilling: s.Drilling, Shop: &shop})
	done, learned := order.Facts(out.Steps, entries, start, time.FixedZone("", ahead*60))
	if learned > 0 && shop.Pace == 0 {
		out.Pace, out.Learned = learned, true
	}
	if out.Assumed = len(shop.People) == 0; out.Assumed {
		out.People = order.Usual()
	}
	clamps := 0
	for _, k := range shop.Clamps {
		clamps += k.Count
	}
	given := &order.Given{Start: start, Now: max(0, out.Now), People: out.People, Off: decided.Off, Days: decided.Days, Clamps: clamps, Quiet: shop.Quiet, Pace: out.Pace,
		Done: done}
	was, _ := a.stood.Get(id)
	days, err := order.Plan(out.Steps, given, was)
	out.Schedule = order.Schedule{Blocks: []order.Block{}, Ends: map[string]int{}, Free: map[string]int{}, Critical: []order.Link{}, Late: []string{}}
	if err != nil {
		out.Problem = err.Error()
	} else {
		out.Schedule = *days
		a.stood.Add(id, days)
	}
	for _, e := range journal.Standing(entries) {
		if step, ok := strings.CutPrefix(e.About, "caution/"); ok && e.Kind == journal.Acknowledge {
			out.Read = append(out.Read, step)
		}
	}
	next := 0
	for _, b := range out.Schedule.Blocks {
		if out.Next == "" || b.From < next {
			out.Next, next = b.Step, b.From
		}
	}
	for i := range out.Steps {
		st := &out.Steps[i]
		if free := out.Schedule.Free[st.ID]; st.Done != "" && free > given.Now {
			out.Waits = append(out.Waits, contract.Waiting{Step: st.ID, Until: free, Why: st.Why})
		}
	}
	return out, nil
}

// withWork adds what may be printed of the order of a wall's work and what to buy, beside the rest.
func (a *Server) withWork(c *gin.Context, s *paper.Subject, now string, ahead int) error {
	done, err := a.ordered(c, s, now, ahead)
	if err != nil {
		return err
	}
	s.Steps, s.Days = done.Steps, &done.Schedule
	if s.Start, err = time.Parse(time.DateOnly, done.Start); err != nil {
		return err
	}
	s.Buy, err = a.bought(c, s.Design)
	return err
}

// shopping answers with what has to be had for a wall.
func (a *Server) shopping(c *gin.Context) {
	var q contract.CuttingRequest
	if !a.body(c, &q) {
		return
	}
	if err := whole(q.Design); err != nil {
		a.failed(c, err)
		return
	}
	list, err := a.bought(c, q.Design)
	answerOr(a, c, list, err)
}

func (a *Server) bought(c *gin.Context, p *design.Project) (*buy.List, error) {
	now, err := a.planned(c, p)
	if err != nil {
		return nil, err
	}
	entries, err := a.store.Journal(c.Request.Context(), c.Param("id"), 0)
	if err != nil {
		return nil, err
	}
	list := buy.Of(p, now.Parts, &now.Cutting, &now.Shop, entries)
	return &list, nil
}

// work is a wall's work as a calendar writes it.
func work(id string, s *paper.Subject) *calendar.Work {
	return &calendar.Work{ID: id, Name: s.Design.Name, Start: s.Start, Steps: s.Steps, Days: s.Days, Now: time.Now(), Units: s.Units}
}
