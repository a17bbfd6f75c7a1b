package api

import (
	"encoding/json"
	"math"
	"net/http"
	"net/http/httptest"
	"sync/atomic"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/support"
	"aguante/server/contract"
)

// change makes one figure of a design another at random, within what it may be by itself, and returns
// how that is taken back.
func change(draw *dresstest.Source, p *design.Project) (back func()) {
	all := field.Figures(p)
	f := &all[draw.IntN(len(all))]
	was := f.Value()
	v := was * (0.4 + 1.4*draw.Float64())
	if draw.Float64() < 0.3 {
		v = was + 1000*(draw.Float64()-0.5)
	}
	if f.Bounds.Set {
		v = min(max(v, f.Bounds.Lo), f.Bounds.Hi)
	}
	f.Set(math.Round(v*10) / 10)
	return func() { f.Set(was) }
}

// tally is what a number of walks came to.
type tally struct{ states, refused, drawn, offered, mended atomic.Int64 }

// Through every invalid state of a walk at random a design can be edited on: it is answered, what
// cannot be judged is drawn as it was typed with the reason by its path, the way back is open, and at
// its end is the answer that was there before.
func TestAnInvalidStateCanBeEditedFurther(t *testing.T) {
	const hands, edits = 6, 20
	trials := dresstest.Trials(60, 10000)
	s := server(t)
	var sum tally
	ways := support.Recipes()
	t.Run("walks", func(t *testing.T) {
		for hand := range hands {
			t.Run("", func(t *testing.T) {
				t.Parallel()
				draw := dresstest.New(uint64(16 + hand))
				for k := range trials / hands {
					sum.walk(t, s, draw, draw.Design(ways[(hand*trials/hands+k)%len(ways)].Key), edits)
				}
			})
		}
	})
	states, refused, drawn := sum.states.Load(), sum.refused.Load(), sum.drawn.Load()
	t.Logf("%d states, %d shelves refused in them, %d drawn as typed; of %d walks that ended refused, mends offered took effect %d times",
		states, refused, drawn, sum.offered.Load(), sum.mended.Load())
	if refused < states/4 || drawn < refused*99/100 {
		t.Errorf("%d shelves refused in %d states, %d drawn as typed", refused, states, drawn)
	}
}

// walk changes a design step by step and goes all the way back.
func (sum *tally) walk(t *testing.T, s *httptest.Server, draw *dresstest.Source, p *design.Project, edits int) {
	before := replyTo(t, s, p)
	text, _ := json.Marshal(p)
	var back []func()
	for range edits {
		back = append(back, change(draw, p))
		reply := replyTo(t, s, p)
		sum.states.Add(1)
		for i, keys := range reply.Shelves {
			why := append(keys.Problems, reply.Problems...)
			if len(why) == 0 || keys.Later {
				continue
			}
			sum.refused.Add(1)
			if why[0].Path == "" || why[0].Message == "" {
				t.Errorf("%s: refused without a word: %+v", p.Name, why[0])
			}
			var a check.Answer
			if json.Unmarshal(reply.Answers[keys.Answer].RawMessage, &a) == nil && asTyped(&p.Shelves[i], &a) {
				sum.drawn.Add(1)
			}
		}
	}
	if bad := p.Validate(); len(bad) > 0 {
		mends := p.Mends(bad[0].Path)
		sum.offered.Add(int64(min(1, len(mends))))
		for _, m := range mends {
			if taken(t, p, m, bad) {
				sum.mended.Add(1)
			}
		}
	}
	for i := len(back) - 1; i >= 0; i-- {
		back[i]()
	}
	if now, _ := json.Marshal(p); string(now) != string(text) {
		t.Fatalf("%s: something is lost on the way back", p.Name)
	}
	after := replyTo(t, s, p)
	for i := range before.Shelves {
		if before.Shelves[i].Answer != after.Shelves[i].Answer || before.Shelves[i].Closing != after.Shelves[i].Closing {
			t.Errorf("%s: another answer after the way back", p.Name)
		}
	}
}

// asTyped tells whether an answer draws the parts of a shelf where its document has them.
func asTyped(s *design.Shelf, a *check.Answer) bool {
	if form, _ := s.Form(); form != nil {
		return len(a.Supports) > 0
	}
	if len(a.Supports) != len(s.Supports) {
		return false
	}
	for i, su := range s.Supports {
		if math.Abs(a.Supports[i].X-float64(su.X)) > 1e-3 || su.X >= s.X && su.X <= s.X+s.Length && len(a.Supports[i].Geometry.Shapes) == 0 {
			return false
		}
	}
	return true
}

// taken makes a change that is offered, and tells whether less is wrong then.
func taken(t *testing.T, p *design.Project, m design.Mend, bad []problem.Problem) bool {
	t.Helper()
	b, _ := json.Marshal(p)
	var q design.Project
	if err := json.Unmarshal(b, &q); err != nil {
		t.Fatal(err)
	}
	if m.Drop {
		field.Drop(&q, m.Path)
	} else {
		for _, f := range field.Figures(&q) {
			if f.Path == m.Path {
				f.Set(m.Value)
			}
		}
	}
	if left := q.Validate(); len(left) >= len(bad) {
		t.Errorf("%s of %s: %d problems, before %d", m.Text, bad[0].Path, len(left), len(bad))
		return false
	}
	return true
}

func replyTo(t *testing.T, s *httptest.Server, p *design.Project) (reply contract.CheckReply) {
	t.Helper()
	if code := ask(t, s, "POST", "/check", parted(p), &reply); code != http.StatusOK {
		t.Fatalf("check: %d", code)
	}
	return reply
}
