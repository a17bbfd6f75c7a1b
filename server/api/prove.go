package api

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"hash/fnv"
	"io"
	"math"
	"net/http"
	"slices"
	"time"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/logbook"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/prove"
	"aguante/core/rehearse"
	"aguante/server/contract"
	"aguante/server/store"
)

// cautions are read before the first step of a load test.
var cautions = []string{
	"Nobody and nothing under it; hands and feet clear of it.",
	"Eyes covered. Load low, from the side.",
	"Blocks under the board to catch it, two fingers below.",
	"Unload at once when told, and when you do not like it.",
}

// proving answers with what can be proved of a shelf, and what has been.
func (a *Server) proving(c *gin.Context) {
	var q contract.ProveRequest
	if !a.body(c, &q) {
		return
	}
	l := problem.New()
	q.Asked.Validate(l.In("asked"))
	now, err := time.Parse(time.RFC3339, q.Now)
	if err != nil {
		l.Add("now", "%q is no time: give one like 2026-11-26T18:30:00Z", q.Now)
	}
	if err = whole(q.Design); err == nil && len(l.All()) > 0 {
		err = check.Invalid(l.All())
	}
	var reply *contract.ProveReply
	if err == nil {
		reply, err = a.proved(c, q.Design, q.Asked, now)
	}
	answerOr(a, c, reply, err)
}

// proved is what can be proved of a shelf of a valid design, and what has been.
func (a *Server) proved(c *gin.Context, p *design.Project, asked prove.Asked, now time.Time) (*contract.ProveReply, error) {
	ctx, id := c.Request.Context(), c.Param("id")
	entries, err := a.store.Journal(ctx, id, 0)
	if err != nil {
		return nil, err
	}
	rep, err := check.Run(ctx, p)
	if err != nil {
		return nil, err
	}
	i := slices.IndexFunc(rep.Shelves, func(s check.Shelf) bool { return s.ID == asked.Shelf })
	if i < 0 {
		return nil, errors.Join(errRequest, fmt.Errorf("there is no shelf %q", asked.Shelf))
	}
	shelf := &rep.Shelves[i]
	out := &contract.ProveReply{Cautions: cautions, Spread: material.Spread, Tests: []contract.TestDone{}, Broken: []contract.BrokenOf{}, Pieces: []contract.PiecesOf{}, LookAt: logbook.LookAt()}
	if out.Plan, err = prove.Of(ctx, p, rep, asked); err != nil {
		if !errors.Is(err, prove.ErrNothing) {
			return nil, err
		}
		out.Problem = err.Error()
	}
	then := a.before(c, p)
	then.reports[p] = rep
	out.Marks = logbook.Marks(p, shelf, entries, then.of)
	a.tests(out, then, shelf, entries, now)
	if err := a.broken(out, then, shelf, entries); err != nil {
		return nil, err
	}
	out.Years = logbook.Over(shelf, entries, func(hash string) bool { return then.same(hash, shelf.ID) }, now)
	return out, then.err
}

// pasts are the designs that entries of a journal name.
type pasts struct {
	a       *Server
	c       *gin.Context
	now     *design.Project
	designs map[string]*design.Project
	reports map[*design.Project]*check.Report // nil where one cannot be checked any more
	err     error
}

func (a *Server) before(c *gin.Context, p *design.Project) *pasts {
	return &pasts{a: a, c: c, now: p, designs: map[string]*design.Project{}, reports: map[*design.Project]*check.Report{}}
}

// shelf is what a shelf came to under the design that an entry names, nil where that cannot be told.
func (t *pasts) shelf(hash, id string) *check.Shelf {
	p := t.of(hash)
	rep, ok := t.reports[p]
	if !ok {
		rep, _ = check.Run(t.c.Request.Context(), p)
		t.reports[p] = rep
	}
	if rep == nil {
		return nil
	}
	for i := range rep.Shelves {
		if rep.Shelves[i].ID == id {
			return &rep.Shelves[i]
		}
	}
	return nil
}

// of is the design that an entry names; one that is gone, or was never named, is as now.
func (t *pasts) of(hash string) *design.Project {
	if p, ok := t.designs[hash]; ok {
		return p
	}
	p := t.now
	if hash != "" {
		was, err := t.a.store.Snapshot(t.c.Request.Context(), t.c.Param("id"), hash)
		switch {
		case err == nil:
			p = was
		case !errors.Is(err, store.ErrNotFound):
			t.err = err
		}
	}
	t.designs[hash] = p
	return p
}

// same tells that a shelf was the same, whatever stood on it.
func (t *pasts) same(hash, shelf string) bool { return logbook.Same(t.of(hash), t.now, shelf) }

// tests puts in the load tests of a shelf.
func (a *Server) tests(out *contract.ProveReply, then *pasts, shelf *check.Shelf, entries []journal.Entry, now time.Time) {
	for _, t := range slices.Backward(logbook.Tests(entries)) {
		if t.Shelf != shelf.ID {
			continue
		}
		run := t.Run()
		result, why := run.Result()
		points := append([]prove.Point{}, run.Points...)
		if result == prove.Running && out.Test == nil && len(out.Tests) == 0 {
			begun, _ := time.Parse(time.RFC3339, t.Begun)
			last := t.ID
			if n := len(t.Events); n > 0 {
				last = t.Events[n-1].ID
			}
			out.Test = &contract.TestNow{ID: t.ID, Begun: t.Begun, Plan: t.Plan, Advice: run.Advise(now.Sub(begun).Seconds()), Kg: run.Kg, Points: points, Own: run.Own(),
				Stops: []contract.StopAt{}, Coarse: t.Plan.Gauge != prove.Dial, Last: last}
			for _, s := range t.Plan.Steps {
				if mm := run.StopsAt(s.Kg()); mm > 0 {
					out.Test.Stops = append(out.Test.Stops, contract.StopAt{Kg: s.Kg(), Mm: mm})
				}
			}
			continue
		}
		done := contract.TestDone{ID: t.ID, Begun: t.Begun, Plan: t.Plan, Result: result, Why: why, Most: run.Most, Points: points, Proof: run.Proof(then.of(t.Design), then.now, shelf)}
		out.Tests = append(out.Tests, done)
	}
	if out.Test == nil && out.Plan != nil && len(out.Tests) == 0 {
		out.Marks = append(out.Marks, prove.Mark{Kind: prove.MarkTest, Kg: out.Plan.Load})
	}
}

// broken puts in what broke, and what like pieces allow that were broken on purpose.
func (a *Server) broken(out *contract.ProveReply, then *pasts, shelf *check.Shelf, entries []journal.Entry) error {
	for _, w := range logbook.Broken(entries, shelf.ID) {
		b := contract.BrokenOf{Went: w, Lesson: prove.Lesson{Says: "the shelf cannot be judged as it was then", Explains: []string{}}}
		if was := then.shelf(w.Design, shelf.ID); was != nil {
			b.Lesson = prove.Learn(was, w.Broken)
		}
		out.Broken = append(out.Broken, b)
		if !w.Trial || !then.same(w.Design, shelf.ID) {
			continue
		}
		k := slices.IndexFunc(out.Pieces, func(p contract.PiecesOf) bool { return p.Support == w.Support })
		if k < 0 {
			p := contract.PiecesOf{Support: w.Support, Name: "a piece like it", Lever: w.Lever}
			for _, su := range shelf.Supports {
				if su.ID == w.Support {
					p.Name = su.Name
				}
			}
			p.Asked, _, _ = prove.Asks(shelf, w.Support, w.Lever)
			k, out.Pieces = len(out.Pieces), append(out.Pieces, p)
		}
		g := &out.Pieces[k]
		g.Broke = append(g.Broke, w.Kg*w.Lever/g.Lever)
		g.Lower = prove.Lower(g.Broke)
		g.Allows = math.Inf(1)
	}
	for i := range out.Pieces { // the least by whatever went
		g := &out.Pieces[i]
		for _, b := range out.Broken {
			if b.Trial && b.Support == g.Support {
				g.Allows = min(g.Allows, prove.AllowsAfter(g.Broke, b.Went.Went, then.now.Shelf(shelf.ID).Duration.CD()))
			}
		}
	}
	return then.err
}

// logOf answers with a wall's journal as a person reads it.
func (a *Server) logOf(c *gin.Context) {
	saved, err := a.store.Get(c.Request.Context(), c.Param("id"))
	var entries []journal.Entry
	if err == nil {
		entries, err = a.store.Journal(c.Request.Context(), c.Param("id"), 0)
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, contract.LogReply{Lines: logbook.Lines(saved.Document, entries)})
}

// due answers with the shelves of all walls that are to be looked at.
func (a *Server) due(c *gin.Context) {
	ctx := c.Request.Context()
	all, err := a.store.List(ctx)
	if err != nil {
		a.failed(c, err)
		return
	}
	out := contract.DueReply{Due: []contract.DueShelf{}}
	for _, p := range all {
		entries, err := a.store.Journal(ctx, p.ID, 0)
		if err != nil {
			a.failed(c, err)
			return
		}
		for _, s := range p.Document.Shelves {
			if d := logbook.Next(entries, s.ID, time.Now()); d.On != "" {
				out.Due = append(out.Due, contract.DueShelf{Project: p.ID, Wall: p.Document.Name, Shelf: s.ID, Name: s.Name, Due: d})
			}
		}
	}
	slices.SortStableFunc(out.Due, func(x, y contract.DueShelf) int {
		if x.On < y.On {
			return -1
		}
		return 1
	})
	a.send(c, http.StatusOK, out)
}

// fed is what a gauge of one's own has said last.
type fed struct {
	mm float64
	at time.Time
}

// gaugePatience is for how long what a gauge said is what it reads.
const gaugePatience = 10 * time.Second

// feedGauge takes what a gauge of one's own writes: JSON, one reading a line, {"mm": 1.23}. The last counts.
func (a *Server) feedGauge(c *gin.Context) {
	b, err := io.ReadAll(c.Request.Body)
	if err != nil {
		a.failed(c, err)
		return
	}
	dec, n := json.NewDecoder(bytes.NewReader(b)), 0
	var last fed
	for dec.More() {
		var line struct {
			Mm *float64 `json:"mm"`
		}
		n++
		if err := dec.Decode(&line); err != nil || line.Mm == nil || math.Abs(*line.Mm) > 500 {
			refuseTyped(c, fmt.Sprintf("line %d", n), errors.New(`give a reading like {"mm": 1.23}, one a line`))
			return
		}
		last = fed{*line.Mm, time.Now()}
	}
	if n == 0 {
		refuseTyped(c, "line 1", errors.New(`give a reading like {"mm": 1.23}, one a line`))
		return
	}
	a.gauges.Add(c.Param("id"), last)
	c.Status(http.StatusNoContent)
}

// gauge answers with what the gauge under a tested shelf reads: one's own where it speaks, else a simulated one.
func (a *Server) gauge(c *gin.Context) {
	if g, ok := a.gauges.Get(c.Param("id")); ok && time.Since(g.at) < gaugePatience {
		a.send(c, http.StatusOK, contract.GaugeReply{Mm: g.mm})
		return
	}
	entries, err := a.store.Journal(c.Request.Context(), c.Param("id"), 0)
	if err != nil {
		a.failed(c, err)
		return
	}
	for _, t := range logbook.Tests(entries) {
		if t.ID != c.Query("test") {
			continue
		}
		seed := fnv.New64a()
		_, _ = seed.Write([]byte(t.ID)) // it takes everything
		mm, ok := rehearse.Gauge(seed.Sum64(), t.Plan, t.Events, prove.Clock(t.Begun, c.Query("now")))
		reply := contract.GaugeReply{Mm: mm, Simulated: true}
		if !ok {
			reply.Fault = "no reading"
		}
		a.send(c, http.StatusOK, reply)
		return
	}
	a.failed(c, errors.Join(errRequest, errors.New("there is no such test")))
}
