package paper

import (
	"strings"
	"testing"

	"aguante/core/logbook"
	"aguante/core/prove"
	"aguante/core/shop"
)

// saidOn is all that is written on the sheets of a document.
func saidOn(doc Document) string {
	var all []string
	for _, p := range doc.Pages {
		for _, m := range p.Marks {
			all = append(all, m.Text)
		}
	}
	return strings.Join(all, "\n")
}

// The check sheet has the rule of what each shelf bears, with what was proved and when; however close the marks are, their
// words lie on nothing. The log prints what has happened, and what was taken back.
func TestTheRuleAndTheLogOnPaper(t *testing.T) {
	s := subject(t, "honey-room")
	jars := &s.Report.Shelves[0]
	s.Marks = map[string][]prove.Mark{jars.ID: append(prove.Marks(jars), prove.Mark{Kind: prove.MarkProved, Kg: jars.Asked + 0.4, On: "2026-09-05"},
		prove.Mark{Kind: prove.MarkTest, Kg: jars.Asked + 0.8}, prove.Mark{Kind: prove.MarkBroke, Kg: jars.Asked + 1, On: "2026-10-01", Stale: true})}
	s.Log = []logbook.Line{{When: "2026-09-05T09:00:00Z", Name: "Jar shelf", Says: "hung", Text: "with new screws"}, {When: "2026-09-04T09:00:00Z", Says: "remark", Text: "nonsense", Out: true}}
	for key, wants := range map[string][]string{
		CheckSheet: {"proved 38 kg, 2026-09-05", "asked 38 kg", "holds, reckoned 36 kg", "would break at 72 kg", "broke at 38 kg, 2026-10-01, of the shelf as it was"},
		LogSheet:   {"2026-09-05 09:00", "with new screws", "taken back"},
	} {
		doc, _, err := s.Make(key, shop.A4)
		if err != nil {
			t.Fatal(err)
		}
		text := saidOn(doc)
		for _, want := range wants {
			if !strings.Contains(text, want) {
				t.Errorf("%s does not say %q", key, want)
			}
		}
		for i := range doc.Pages {
			fits(t, key, &doc.Pages[i], true)
		}
	}
}
