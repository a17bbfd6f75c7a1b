package api

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/improve"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/server/contract"
	"aguante/server/projectfile"
)

// check answers for a design in its parts.
func (a *Server) check(c *gin.Context) {
	var q contract.CheckRequest
	if !a.body(c, &q) {
		return
	}
	reply := contract.CheckReply{Seq: q.Seq, Shelves: make([]contract.ShelfKeys, len(q.Shelves))}
	p, err := a.assemble(&q, &reply)
	if err != nil {
		a.failed(c, err)
		return
	}
	if len(reply.Missing) > 0 {
		a.send(c, http.StatusOK, reply)
		return
	}
	all, err := a.known.sound(p, &reply)
	if err == nil {
		all, err = a.known.ask(c.Request.Context(), p, all, a.broke(p, &reply))
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	reply.Answers, reply.Closings = map[string]contract.Written{}, map[string]contract.Closed{}
	for {
		broken, err := tell(&q, p, all, unitsOf(c), &reply)
		if err == nil {
			break
		}
		a.broke(p, &reply)(all[broken].at, err)
		all = slices.Delete(all, broken, broken+1)
	}
	sketch(p, unitsOf(c), &reply)
	body, err := written(reply)
	if err != nil {
		a.failed(c, err)
		return
	}
	c.Data(http.StatusOK, "application/json; charset=utf-8", body)
}

// tooLong says of a shelf that it takes too long, and what to take off.
func tooLong(s *design.Shelf) string {
	return fmt.Sprintf("it takes longer than %.0f seconds to reckon: %s", longest.Seconds(), check.Lighten(s))
}

// broke notes why one shelf has no answer, which must not keep the others from being judged.
func (a *Server) broke(p *design.Project, reply *contract.CheckReply) func(at int, err error) {
	return func(at int, err error) {
		k := contract.ShelfKeys{Key: reply.Shelves[at].Key}
		why := "something broke in the program as it judged this shelf; change it, or undo"
		switch {
		case errors.Is(err, errTooMuch):
			why = tooLong(&p.Shelves[at])
		case errors.Is(err, errLater):
			k.Later, why = true, "still being reckoned, after the others"
		default:
			a.log.Error("a shelf cannot be judged", "shelf", at, "err", err)
		}
		k.Problems = projectfile.WithLines([]problem.Problem{{Path: fmt.Sprintf("shelves[%d]", at), Message: why}}, nil)
		reply.Shelves[at] = k
	}
}

// tell says in a reply what all shelves come to together. Where one has figures that cannot be
// written, it says which.
func tell(q *contract.CheckRequest, whole *design.Project, all []judged, u say.Units, reply *contract.CheckReply) (broken int, err error) {
	p := *whole
	p.Shelves = make([]design.Shelf, len(all))
	plain := make([]*check.Answer, len(all))
	for i, s := range all {
		p.Shelves[i], plain[i] = whole.Shelves[s.at], s.Answer
	}
	rep := check.Close(&p, plain, func(id string) bool { return id == q.Open })
	reply.Studs, reply.Verdict, reply.Weakest = rep.Studs, rep.Verdict, rep.Weakest
	in := u.Length + u.Mass // the same in other words is another
	for i, r := range all {
		keys, had, write, of := &reply.Shelves[r.at], q.Shelves[r.at], r.afar, rep.Shelves[i].Closing
		keys.Answer = r.content + "." + in
		if p.Shelves[i].ID == q.Open {
			keys.Answer, write = r.content+in, r.close
		} else {
			of = of.Afar()
		}
		if keys.Answer != had.Answer {
			b, err := write()
			if err != nil {
				return i, err
			}
			reply.Answers[keys.Answer] = contract.Written{RawMessage: b}
		}
		closing, err := json.Marshal(of)
		if err != nil {
			return i, err
		}
		if keys.Closing = keyOf(closing) + in; keys.Closing != had.Closing {
			reply.Closings[keys.Closing] = contract.Closed{RawMessage: shorten(closing)}
		}
	}
	return -1, nil
}

// sketch puts into a reply how shelves are drawn that cannot be judged as they are, and why.
func sketch(p *design.Project, u say.Units, reply *contract.CheckReply) {
	in := u.Length + u.Mass
	for i := range p.Shelves {
		keys := &reply.Shelves[i]
		why := keys.Problems
		if keys.Later || len(why) == 0 {
			why = reply.Problems
		}
		if len(why) == 0 || keys.Answer != "" {
			continue
		}
		s := check.Sketch(p, &p.Shelves[i], why[0].Message)
		answer, bad := json.Marshal(s.Answer)
		closing, worse := json.Marshal(s.Closing)
		if bad != nil || worse != nil {
			continue // it is drawn as it was
		}
		keys.Answer, keys.Closing = keyOf(answer)+in, keyOf(closing)+in
		reply.Answers[keys.Answer] = contract.Written{RawMessage: answer}
		reply.Closings[keys.Closing] = contract.Closed{RawMessage: closing}
	}
}

// written is a reply as it goes out. Answers and closings are written already, and are put
// in as they are.
func written(reply contract.CheckReply) ([]byte, error) {
	answers, closings := reply.Answers, reply.Closings
	reply.Answers, reply.Closings = nil, nil
	b, err := json.Marshal(reply)
	if err != nil {
		return nil, err
	}
	b = append(b[:len(b)-1], `,"answers":{`...)
	for key, part := range answers {
		b = append(append(strconv.AppendQuote(b, key), ':'), part.RawMessage...)
		b = append(b, ',')
	}
	b = append(bytes.TrimSuffix(b, []byte(",")), `},"closings":{`...)
	for key, part := range closings {
		b = append(append(strconv.AppendQuote(b, key), ':'), part.RawMessage...)
		b = append(b, ',')
	}
	return append(bytes.TrimSuffix(b, []byte(",")), "}}"...), nil
}

// assemble puts a design together of the parts that came and those that are kept, and
// names what is missing.
func (a *Server) assemble(q *contract.CheckRequest, reply *contract.CheckReply) (*design.Project, error) {
	if len(q.Shelves) > design.MostShelves {
		return nil, check.Invalid{{Path: "shelves", Message: fmt.Sprintf("%d of them: at most %d", len(q.Shelves), design.MostShelves)}}
	}
	reply.Base = q.Base.Key
	base, ok := a.known.bases.Get(q.Base.Key)
	if len(q.Base.Document.RawMessage) > 0 {
		base, ok = new(design.Project), true
		if err := json.Unmarshal(q.Base.Document.RawMessage, base); err != nil {
			return nil, errors.Join(errRequest, err)
		}
		reply.Base = keyOf(q.Base.Document.RawMessage)
		a.known.bases.Add(reply.Base, base)
	}
	if !ok {
		reply.Missing = append(reply.Missing, q.Base.Key)
		base = new(design.Project)
	}
	p := *base
	p.Shelves = make([]design.Shelf, len(q.Shelves))
	for i, s := range q.Shelves {
		reply.Shelves[i].Key = s.Key
		shelf, ok := a.known.shelves.Get(s.Key)
		if raw := s.Shelf.RawMessage; len(raw) > 0 {
			shelf, ok = new(design.Shelf), true
			if err := json.Unmarshal(raw, shelf); err != nil {
				return nil, errors.Join(errRequest, err)
			}
			reply.Shelves[i].Key = keyOf(raw)
			a.known.shelves.Add(reply.Shelves[i].Key, shelf)
		}
		if !ok {
			reply.Missing = append(reply.Missing, s.Key)
			continue
		}
		p.Shelves[i] = *shelf
	}
	return &p, nil
}

// judged is a shelf that can be judged: which of the design's it is, the contents of its answer,
// and the answer where there is one.
type judged struct {
	at      int
	content string
	*remembered
}

// sound finds out which shelves of a design are valid, from what is known of its parts, and says
// in the reply what is wrong with the others. What is wrong with the wall itself is an error.
func (m *memory) sound(p *design.Project, reply *contract.CheckReply) ([]judged, error) {
	out := make([]judged, 0, len(p.Shelves))
	seen := make(map[string]bool, 16*len(p.Shelves))
	ok := len(p.Shelves) <= design.MostShelves
	for i := -1; ok && i < len(p.Shelves); i++ {
		key := [2]string{reply.Base, ""}
		if i >= 0 {
			key[1] = reply.Shelves[i].Key
		}
		known, have := m.parts.Get(key)
		if !have {
			known.ids, known.sound = p.Sound(i)
			if known.sound && i >= 0 {
				known.content = p.Content(&p.Shelves[i])
			}
			m.parts.Add(key, known)
		}
		ok = known.sound
		for _, id := range known.ids {
			ok = ok && !seen[id]
			seen[id] = true
		}
		if i >= 0 {
			out = append(out, judged{at: i, content: known.content})
		}
	}
	if ok {
		return out, nil
	}
	bad := p.Validate() // the whole says where and why
	if len(bad) == 0 {
		return nil, errors.New("parts of a design that are not sound make one that is valid")
	}
	for _, b := range bad {
		var i int
		at := &reply.Problems
		if _, err := fmt.Sscanf(b.Path, "shelves[%d]", &i); err == nil {
			at = &reply.Shelves[i].Problems
		} else if b.Alone {
			return nil, check.Invalid(bad)
		}
		*at = append(*at, projectfile.WithLines([]problem.Problem{b}, nil)...)
	}
	out = out[:0]
	if len(reply.Problems) > 0 {
		return nil, nil
	}
	for i := range p.Shelves {
		if len(reply.Shelves[i].Problems) == 0 {
			out = append(out, judged{at: i, content: p.Content(&p.Shelves[i])})
		}
	}
	return out, nil
}

// mends says what would take a problem away.
func (a *Server) mends(c *gin.Context) {
	var q contract.MendRequest
	if !a.body(c, &q) {
		return
	}
	if q.Design == nil {
		a.failed(c, errRequest)
		return
	}
	all := q.Design.Mends(q.Path)
	if all == nil {
		all = []design.Mend{}
	}
	a.send(c, http.StatusOK, contract.MendReply{Mends: all})
}

// loaded says what a shelf comes to on its way to breaking.
func (a *Server) loaded(c *gin.Context) {
	var q contract.LoadedRequest
	if !a.body(c, &q) {
		return
	}
	if _, ok := a.shelfOf(c, q.Design, q.Shelf); !ok {
		return
	}
	s, err := improve.Loaded(c.Request.Context(), q.Design.Judged(q.Shelf), q.Shelf, q.Kg, q.Gone, a.known)
	var bad check.Invalid
	if err != nil && !errors.As(err, &bad) {
		err = errors.Join(errRequest, err)
	}
	answerOr(a, c, s, err)
}

// together answers with what of a design does not go together.
func (a *Server) together(c *gin.Context) {
	var q contract.CuttingRequest
	if !a.body(c, &q) {
		return
	}
	if q.Design == nil {
		a.failed(c, errRequest)
		return
	}
	a.send(c, http.StatusOK, contract.TogetherReply{Faults: q.Design.Together()})
}

func (a *Server) working(c *gin.Context) {
	var q contract.WorkingRequest
	if !a.body(c, &q) {
		return
	}
	if q.Design == nil {
		a.failed(c, errRequest)
		return
	}
	shelf, _, _ := strings.Cut(q.Link, "/")
	w, err := check.Explain(c.Request.Context(), q.Design.Judged(shelf), q.Link, q.Case, a.known)
	var bad check.Invalid
	if err != nil && !errors.As(err, &bad) {
		err = errors.Join(errRequest, err)
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	a.send(c, http.StatusOK, w)
}
