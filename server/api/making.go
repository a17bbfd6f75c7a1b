package api

import (
	"errors"
	"fmt"
	"time"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/drill"
	"aguante/core/logbook"
	"aguante/core/paper"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/prove"
	"aguante/core/say"
	"aguante/core/setup"
	"aguante/server/contract"
	"aguante/server/export"
	"aguante/server/print"
)

// setups answers with the machine settings that a design's pieces are made with.
func (a *Server) setups(c *gin.Context) {
	var q contract.CuttingRequest
	if !a.body(c, &q) {
		return
	}
	cards, err := a.cardsOf(c, q.Design)
	answerOr(a, c, contract.SetupsReply{Cards: cards}, err)
}

func (a *Server) cardsOf(c *gin.Context, p *design.Project) ([]setup.Card, error) {
	if err := whole(p); err != nil {
		return nil, err
	}
	s, _, err := a.shopNow(c)
	if err != nil {
		return nil, err
	}
	entries, err := a.store.Journal(c.Request.Context(), c.Param("id"), 0)
	if err != nil {
		return nil, err
	}
	measured, done := setup.Facts(entries)
	cards := setup.Cards(p, plan.Parts(p), float64(s.Kerf), measured)
	for i := range cards {
		cards[i].Done = done[cards[i].ID]
	}
	return cards, nil
}

// whole refuses a design that is none, or with which something is wrong.
func whole(p *design.Project) error {
	if p == nil {
		return errors.Join(errRequest, errors.New("there is no design"))
	}
	if bad := p.Validate(); len(bad) > 0 {
		return check.Invalid(bad)
	}
	return nil
}

// taper answers with the card of two tapers from one blank.
func (a *Server) taper(c *gin.Context) {
	var q contract.TaperRequest
	if !a.body(c, &q) {
		return
	}
	l := problem.New()
	l.Between("narrow_mm", float64(q.Narrow), 1, 2000)
	l.Between("wide_mm", float64(q.Wide), float64(q.Narrow)+0.5, 2000)
	l.Between("long_mm", float64(q.Long), 10, 5000)
	if bad := l.All(); len(bad) > 0 {
		a.failed(c, check.Invalid(bad))
		return
	}
	s, _, err := a.shopNow(c)
	answerOr(a, c, setup.Taper(float64(q.Wide), float64(q.Narrow), float64(q.Long), float64(s.Kerf)), err)
}

// holes answers with every hole into the wall.
func (a *Server) holes(c *gin.Context) {
	var q contract.CuttingRequest
	if !a.body(c, &q) {
		return
	}
	_, s, err := a.drilled(c, q.Design)
	answerOr(a, c, s, err)
}

// drilled checks a design and puts its holes in order, with what the journal knows of them.
func (a *Server) drilled(c *gin.Context, p *design.Project) (*check.Report, drill.Schedule, error) {
	if err := whole(p); err != nil {
		return nil, drill.Schedule{}, err
	}
	l := problem.New()
	if drill.Validate(p, l.In("making.datum")); len(l.All()) > 0 {
		return nil, drill.Schedule{}, check.Invalid(l.All())
	}
	entries, err := a.store.Journal(c.Request.Context(), c.Param("id"), 0)
	if err != nil {
		return nil, drill.Schedule{}, err
	}
	r, err := check.Run(c.Request.Context(), p)
	if err != nil {
		return nil, drill.Schedule{}, err
	}
	return r, drill.Of(p, r, entries), nil
}

// printed is all that may be printed of a design.
func (a *Server) printed(c *gin.Context, p *design.Project) (*paper.Subject, error) {
	now, err := a.planned(c, p)
	if err != nil {
		return nil, err
	}
	r, holes, err := a.drilled(c, p)
	if err != nil {
		return nil, err
	}
	cards, err := a.cardsOf(c, p)
	if err != nil {
		return nil, err
	}
	hash, err := export.Version(p)
	if err != nil {
		return nil, err
	}
	entries, err := a.store.Journal(c.Request.Context(), c.Param("id"), 0)
	if err != nil {
		return nil, err
	}
	then := a.before(c, p)
	marks := map[string][]prove.Mark{}
	for i := range r.Shelves {
		marks[r.Shelves[i].ID] = logbook.Marks(p, &r.Shelves[i], entries, then.of)
	}
	return &paper.Subject{Marks: marks, Log: logbook.Lines(p, entries), Design: p, Report: r, Parts: now.Parts, Cutting: &now.Cutting, Cards: cards, Drilling: &holes, Units: unitsOf(c),
		Date: time.Now().Format(time.DateOnly), Version: hash}, then.err
}

// forPaper reads what is to be printed, and all that may be; where it cannot that is answered.
func (a *Server) forPaper(c *gin.Context) (q contract.PaperRequest, s *paper.Subject, ok bool) {
	if !a.body(c, &q) {
		return q, nil, false
	}
	s, err := a.printed(c, q.Design)
	if err == nil {
		err = a.withWork(c, s, clockOr(q.Now), q.Offset)
	}
	if err != nil {
		a.failed(c, err)
	}
	return q, s, err == nil
}

// paper answers with what can be printed, and with the pages of one of these as pictures.
func (a *Server) paper(c *gin.Context) {
	q, s, ok := a.forPaper(c)
	if !ok {
		return
	}
	out := contract.PaperReply{Papers: []contract.PaperItem{}, Pages: []string{}}
	for _, k := range s.All() {
		doc, _, err := s.Make(k.Key, q.Size)
		if err != nil {
			a.failed(c, errors.Join(errRequest, err))
			return
		}
		out.Papers = append(out.Papers, contract.PaperItem{Key: k.Key, Name: k.Name, Template: k.Template, Sheets: len(doc.Pages)})
		if k.Key != q.Key {
			continue
		}
		for i := range doc.Pages {
			out.Pages = append(out.Pages, string(print.PageSVG(&doc.Pages[i])))
		}
	}
	if q.Key != "" && len(out.Pages) == 0 {
		a.failed(c, errors.Join(errRequest, fmt.Errorf("there is nothing called %q to print: look at the list again", q.Key)))
		return
	}
	a.send(c, 200, out)
}

// clockOr is a person's clock, or the server's where none is sent.
func clockOr(now string) string {
	if now == "" {
		return time.Now().Format(clockForm)
	}
	return now
}

// exportPaper writes one thing to print as a file.
func (a *Server) exportPaper(c *gin.Context) {
	q, s, ok := a.forPaper(c)
	if !ok {
		return
	}
	doc, drawn, err := s.Make(q.Key, q.Size)
	var f export.File
	if err == nil {
		f, err = export.Write(c.Param("format"), &export.Subject{Design: q.Design, Paper: &doc, Drawn: drawn, When: time.Now(), Units: say.Units(unitsOf(c))})
	}
	if err != nil {
		a.failed(c, errors.Join(errRequest, err))
		return
	}
	attach(c, f.Name, "", f.Type, f.Bytes)
}
