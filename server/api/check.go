package api

import (
	"bytes"
	"encoding/json"
	"errors"
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/server/contract"
)

// check answers for a design in its parts.
func (a *Server) check(c *gin.Context) {
	var q contract.CheckRequest
	if !a.body(c, &q) {
		return
	}
	reply := contract.CheckReply{Seq: q.Seq, Shelves: make([]contract.ShelfKeys, len(q.Shelves)), Answers: map[string]contract.Written{},
		Closings: map[string]contract.Closed{}}
	p, err := a.assemble(&q, &reply)
	if err != nil {
		a.failed(c, err)
		return
	}
	if len(reply.Missing) > 0 {
		c.JSON(http.StatusOK, reply)
		return
	}
	content, err := a.known.sound(p, &reply)
	if err != nil {
		a.failed(c, err)
		return
	}
	answers, err := a.known.ask(c.Request.Context(), p, content)
	if err != nil {
		a.failed(c, err)
		return
	}
	plain := make([]*check.Answer, len(answers))
	for i, r := range answers {
		plain[i] = r.Answer
	}
	rep := check.Close(p, plain, func(id string) bool { return id == q.Open })
	reply.Studs, reply.Verdict, reply.Weakest = rep.Studs, rep.Verdict, rep.Weakest
	u := unitsOf(c)
	in := u.Length + u.Mass // the same in other words is another
	for i, r := range answers {
		keys, write, of := &reply.Shelves[i], r.afar, rep.Shelves[i].Closing
		keys.Answer = content[i] + "." + in
		if p.Shelves[i].ID == q.Open {
			keys.Answer, write = content[i]+in, r.close
		} else {
			of = of.Afar()
		}
		if keys.Answer != q.Shelves[i].Answer {
			reply.Answers[keys.Answer] = contract.Written{RawMessage: write()}
		}
		closing, err := json.Marshal(of)
		if err != nil {
			a.failed(c, err)
			return
		}
		if keys.Closing = keyOf(closing) + in; keys.Closing != q.Shelves[i].Closing {
			reply.Closings[keys.Closing] = contract.Closed{RawMessage: shorten(closing)}
		}
	}
	body, err := written(reply)
	if err != nil {
		a.failed(c, err)
		return
	}
	c.Data(http.StatusOK, "application/json; charset=utf-8", body)
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

// sound finds out whether a design is valid, from what is known of its parts, and returns
// the contents of its shelves' answers.
func (m *memory) sound(p *design.Project, keys *contract.CheckReply) ([]string, error) {
	out := make([]string, len(p.Shelves))
	seen := map[string]bool{}
	ok := len(p.Shelves) <= design.MostShelves
	for i := -1; ok && i < len(p.Shelves); i++ {
		key := [2]string{keys.Base, ""}
		if i >= 0 {
			key[1] = keys.Shelves[i].Key
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
		if i >= 0 {
			out[i] = known.content
		}
		for _, id := range known.ids {
			ok = ok && !seen[id]
			seen[id] = true
		}
	}
	if !ok { // the whole says where and why
		if bad := p.Validate(); len(bad) > 0 {
			return nil, check.Invalid(bad)
		}
		return nil, errors.New("parts of a design that are not sound make one that is valid")
	}
	return out, nil
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
	w, err := check.Explain(c.Request.Context(), q.Design, q.Link, q.Case, a.known)
	var bad check.Invalid
	if err != nil && !errors.As(err, &bad) {
		err = errors.Join(errRequest, err)
	}
	if err != nil {
		a.failed(c, err)
		return
	}
	c.JSON(http.StatusOK, w)
}
