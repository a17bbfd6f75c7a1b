// Package journal is what has happened to a wall: facts with a date. Entries are only ever
// added, in the order in which the server takes them; what was wrong is taken back by
// another entry. An entry names the design as it then was, by its content.
package journal

import (
	"encoding/json"
	"fmt"
	"slices"
	"time"

	"aguante/core/field"
	"aguante/core/problem"
)

// Kind is what sort of fact an entry is.
type Kind string

// The kinds.
const (
	Tick        Kind = "tick"        // a step, a cut, a hole was done
	Finding     Kind = "finding"     // something was found: a stud, a pipe
	Measure     Kind = "measure"     // what a piece or a place measures
	Cut         Kind = "cut"         // stock was cut
	Purchase    Kind = "purchase"    // something was bought
	Acknowledge Kind = "acknowledge" // a caution was read
	Test        Kind = "test"        // a step of a load test
	Reading     Kind = "reading"     // a sag was read
	Remark      Kind = "remark"
	Picture     Kind = "picture"
	Broke       Kind = "broke"     // something gave way
	TakeBack    Kind = "take-back" // an entry was wrong
)

// Choices lists the kinds.
func (Kind) Choices() []field.Choice {
	return field.Choose("tick", "done", "finding", "found", "measure", "measured", "cut", "cut", "purchase", "bought", "acknowledge",
		"caution read", "test", "load test", "reading", "sag read", "remark", "remark", "picture", "picture", "broke", "broke", "take-back", "taken back")
}

// Entry is one fact. ID is made by whoever writes it, so that the same one sent twice is
// one. Seq, At and Design are the server's: its place in the order, when it came, and the
// content of the design that it was written under. When says when it happened.
type Entry struct {
	ID       string          `json:"id"`
	Seq      int             `json:"seq,omitempty"`
	At       string          `json:"at,omitempty"`
	Design   string          `json:"design,omitempty"`
	Kind     Kind            `json:"kind"`
	When     string          `json:"when"`
	About    string          `json:"about,omitempty"`      // id of the thing that it is about
	Back     string          `json:"takes_back,omitempty"` // id of the entry that this one takes back
	Text     string          `json:"text,omitempty"`
	Data     json.RawMessage `json:"data,omitempty"` // figures of the kind, lengths in mm and masses in kg
	Pictures []string        `json:"pictures,omitempty"`
}

const (
	longestText = 2000
	largestData = 16 << 10
	mostShown   = 12 // pictures of one entry
)

// Validate names every problem of an entry by itself.
func (e *Entry) Validate(l *problem.List) {
	field.Check(l, e)
	if _, err := time.Parse(time.RFC3339, e.When); err != nil {
		l.Add("when", "%q is no time: give one like 2026-11-26T18:30:00Z", e.When)
	}
	if (e.Kind == TakeBack) != (e.Back != "") {
		l.Add("takes_back", "an entry that takes another back, and no other, names it")
	}
	if len(e.Text) > longestText {
		l.Add("text", "%d letters: at most %d", len(e.Text), longestText)
	}
	if len(e.Data) > largestData {
		l.Add("data", "%d bytes: at most %d", len(e.Data), largestData)
	}
	if len(e.Data) > 0 && !json.Valid(e.Data) {
		l.Add("data", "this is no JSON")
	}
	if len(e.Pictures) > mostShown {
		l.Add("pictures", "%d pictures: at most %d", len(e.Pictures), mostShown)
	}
}

// Same tells whether two entries say the same, whatever the server put to them.
func (e Entry) Same(o Entry) bool {
	return e.ID == o.ID && e.Kind == o.Kind && e.When == o.When && e.About == o.About && e.Back == o.Back && e.Text == o.Text &&
		string(e.Data) == string(o.Data) && slices.Equal(e.Pictures, o.Pictures)
}

// Standing are the entries that have not been taken back, in their order. To take back a
// taking back is to let the first stand again.
func Standing(all []Entry) []Entry {
	back := map[string]bool{}
	for _, e := range slices.Backward(all) { // the last word counts
		if e.Kind == TakeBack && !back[e.ID] {
			back[e.Back] = true
		}
	}
	var out []Entry
	for _, e := range all {
		if e.Kind != TakeBack && !back[e.ID] {
			out = append(out, e)
		}
	}
	return out
}

// Add says what of the entries that come is new to a journal. An entry that is there already
// is passed by; one that says something else under the same id, or takes back what is not
// there, is refused.
func Add(have, come []Entry) ([]Entry, error) {
	known := map[string]Entry{}
	for _, e := range have {
		known[e.ID] = e
	}
	var out []Entry
	for _, e := range come {
		if was, ok := known[e.ID]; ok {
			if !was.Same(e) {
				return nil, fmt.Errorf("entry %q is there already and says something else: an entry is never changed, take it back", e.ID)
			}
			continue
		}
		if _, ok := known[e.Back]; e.Back != "" && !ok {
			return nil, fmt.Errorf("entry %q takes back %q, which is not in this journal", e.ID, e.Back)
		}
		known[e.ID] = e
		out = append(out, e)
	}
	return out, nil
}
