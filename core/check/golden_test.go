package check_test

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"crypto/sha256"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"strconv"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/hold"
	"aguante/core/support"
)

// Golden answers: what the app says of the demo walls and of 500 frozen designs, as
// figures and codes. A refactoring leaves them alone; a change of rule says which of
// them it moved and writes them anew with -golden.
const (
	goldenDesigns = "testdata/golden.jsonl.gz"
	goldenAnswers = "testdata/golden.csv"
)

var writeGolden = flag.Bool("golden", false, "write the golden answers anew")

// drawGolden makes the frozen designs, which is done once for each time that the
// generator has learnt something new.
var drawGolden = flag.Bool("golden-designs", false, "draw the golden designs anew")

func TestAnswersAreAsTheyWere(t *testing.T) {
	if *drawGolden {
		drawDesigns(t)
	}
	var got strings.Builder
	got.WriteString("design,verdicts,holds_kg,straight_kg,breaks_kg,first,digest\n")
	for _, name := range []string{"honey-room", "brick-wall"} {
		b, err := os.ReadFile("../../demo/" + name + ".json")
		if err != nil {
			t.Fatal(err)
		}
		got.WriteString(answerLine(t, name, b))
	}
	n := 0
	for line := range goldenLines(t) {
		n++
		got.WriteString(answerLine(t, fmt.Sprintf("%03d", n), line))
	}
	if n != 500 {
		t.Errorf("%d golden designs, there should be 500", n)
	}
	if *writeGolden {
		if err := os.WriteFile(goldenAnswers, []byte(got.String()), 0o644); err != nil {
			t.Fatal(err)
		}
		return
	}
	want, err := os.ReadFile(goldenAnswers)
	if err != nil {
		t.Fatal(err)
	}
	was, now := strings.Split(string(want), "\n"), strings.Split(got.String(), "\n")
	if len(was) != len(now) {
		t.Fatalf("%d answers, there were %d", len(now), len(was))
	}
	moved := 0
	for i := range was {
		if was[i] == now[i] {
			continue
		}
		if moved++; moved <= 12 {
			t.Errorf("was %s\nnow %s", was[i], now[i])
		}
	}
	if moved > 0 {
		t.Errorf("%d answers of %d are not as they were", moved, len(was))
	}
}

// goldenLines are the frozen designs, a document a line.
func goldenLines(t *testing.T) func(yield func([]byte) bool) {
	return func(yield func([]byte) bool) {
		f, err := os.Open(goldenDesigns)
		if err != nil {
			t.Fatal(err)
		}
		defer f.Close()
		z, err := gzip.NewReader(f)
		if err != nil {
			t.Fatal(err)
		}
		lines := bufio.NewScanner(z)
		lines.Buffer(nil, 1<<20)
		for lines.Scan() {
			if !yield(lines.Bytes()) {
				return
			}
		}
	}
}

func drawDesigns(t *testing.T) {
	var out bytes.Buffer
	z, _ := gzip.NewWriterLevel(&out, gzip.BestCompression)
	r := dresstest.New(1)
	ways := support.Recipes()
	for i, idle := 0, 0; i < 500; i++ {
		p := r.Design(ways[i%len(ways)].Key)
		if a, err := check.Run(t.Context(), p); err != nil || a.Shelves[0].HoldsUpTo.Kg == 0 {
			if idle*4 > i { // at most a quarter that holds nothing
				i--
				continue
			}
			idle++
		}
		b, err := json.Marshal(p)
		if err != nil {
			t.Fatal(err)
		}
		fmt.Fprintf(z, "%s\n", b)
	}
	z.Close()
	if err := os.WriteFile(goldenDesigns, out.Bytes(), 0o644); err != nil {
		t.Fatal(err)
	}
}

// answerLine checks a document and says what came of it: the first shelf's figures,
// and a digest of all figures and codes of the whole report.
func answerLine(t *testing.T, name string, doc []byte) string {
	t.Helper()
	var p design.Project
	if err := json.Unmarshal(doc, &p); err != nil {
		t.Fatalf("%s: %v", name, err)
	}
	r, err := check.Run(t.Context(), &p)
	if err != nil {
		t.Fatalf("%s: %v", name, err)
	}
	verdicts := make([]string, len(r.Shelves))
	for i := range r.Shelves {
		verdicts[i] = string(r.Shelves[i].Verdict)
	}
	s, breaks := &r.Shelves[0], "unknown"
	if s.Breaks != nil {
		breaks = six(s.Breaks.Kg)
	}
	sum := sha256.Sum256([]byte(figures(r)))
	return fmt.Sprintf("%s,%s,%s,%s,%s,%s,%x\n", name, strings.Join(verdicts, " "), six(s.HoldsUpTo.Kg), six(s.StraightTo.Kg), breaks,
		s.First, sum[:6])
}

// six writes a figure to six digits, so that the order of a sum does not show.
func six(v float64) string { return strconv.FormatFloat(v, 'g', 6, 64) }

// figures writes all figures and codes of a report, and none of its sentences.
func figures(r *check.Report) string {
	var b strings.Builder
	say := func(of ...any) {
		for _, v := range of {
			switch x := v.(type) {
			case float64:
				b.WriteString(six(x))
			case check.Limit:
				fmt.Fprintf(&b, "%s %v", six(x.Kg), x.Above)
			case *check.Limit:
				if x != nil {
					fmt.Fprintf(&b, "%s %v", six(x.Kg), x.Above)
				}
			default:
				fmt.Fprint(&b, x)
			}
			b.WriteByte(' ')
		}
		b.WriteByte('\n')
	}
	holes := func(of []hold.Hole) {
		for _, h := range of {
			say(h.ID, h.X, h.Y, h.Meets, h.Counts, h.In, h.Thread, h.Pull, h.Takes, h.Shear, h.Chance)
		}
	}
	say(r.Verdict, r.Weakest)
	for i := range r.Shelves {
		s := &r.Shelves[i]
		say(s.ID, s.Verdict, s.Asked, s.Self, s.Evenly, s.HoldsUpTo, s.First, s.StraightTo, s.FirstSag, s.Breaks, s.BreakLink, s.Band,
			s.OnAssumed)
		say(s.Handling.Verdict, s.Handling.Load, s.Handling.Used, s.Handling.Link, s.Handling.X)
		if a := s.Accident; a != nil {
			say(a.Verdict, a.Load, a.Used, a.Link, a.X)
		}
		if s.Low != nil {
			say(s.Low.Asked, s.Low.Verdict)
		}
		for _, l := range s.Links {
			say(l.ID, l.Role, l.Kind, l.Support, l.Wood, l.Used, l.Fails, l.Limit, l.Break, l.NoMean == "", l.Handling, l.Accident, l.Value, l.Now,
				l.Allowed, l.X)
		}
		for _, u := range s.Supports {
			say(u.ID, u.Number, u.X, u.Share, u.Load, u.Arm, u.Worst, u.Lifts, u.Own)
			holes(u.Geometry.Holes)
		}
		if s.Rail != nil {
			say(s.Rail.ID, s.Rail.Worst)
			for _, c := range s.Rail.Geometry.Columns {
				say(c.X, c.Share, c.Moment)
				holes(c.Holes)
			}
		}
		for i, self := range s.Curve.Self {
			say(self, s.Curve.Now[i], s.Curve.Later[i])
		}
	}
	for _, st := range r.Studs {
		say(st.ID, st.Moment, st.Takes, st.Used)
	}
	return b.String()
}

// Nothing that is over its limit as asked is called holding, and its limit is under what is
// asked, though it may ease again under more. Where what gives first has no mean strength,
// nothing is said of where the whole breaks.
func TestWhatTheFrozenDesignsMaySay(t *testing.T) {
	over, unknown := 0, 0
	for line := range goldenLines(t) {
		var p design.Project
		if err := json.Unmarshal(line, &p); err != nil {
			t.Fatal(err)
		}
		rep, err := check.Run(t.Context(), &p)
		if err != nil {
			t.Fatal(err)
		}
		for _, s := range rep.Shelves {
			for _, l := range s.Links {
				if l.Kind != hold.Stiffness && l.Used > 1+1e-6 && !s.Evenly && !(l.Unknown && s.Verdict == check.Cannot) {
					over++
					if s.Verdict != check.Gives || l.Limit.Kg > s.Asked || s.HoldsUpTo.Kg > s.Asked {
						t.Errorf("%s: %s is used %.3f as asked, its limit is %.1f kg of %.1f, the verdict %s", p.Name, l.ID, l.Used,
							l.Limit.Kg, s.Asked, s.Verdict)
					}
				}
				if l.ID == s.First && l.NoMean != "" && !s.HoldsUpTo.Above {
					if unknown++; s.Breaks != nil {
						t.Errorf("%s: %s gives first and has no mean (%s), yet it breaks at %.1f kg", p.Name, l.ID, l.NoMean, s.Breaks.Kg)
					}
				}
			}
		}
	}
	if over < 100 || unknown < 20 {
		t.Errorf("only %d links over their limits and %d first ones without a mean were looked at", over, unknown)
	}
}

// The sum of every link of every golden design can be opened, and written.
func TestEverySumCanBeWritten(t *testing.T) {
	n, opened := 0, 0
	for line := range goldenLines(t) {
		var p design.Project
		if err := json.Unmarshal(line, &p); err != nil {
			t.Fatal(err)
		}
		if n++; n%dresstest.Trials(4, 1) == 0 {
			opened += check.EverySum(t, fmt.Sprintf("%03d", n-1), &p)
		}
	}
	if opened < 5*n {
		t.Errorf("%d sums of %d designs", opened, n)
	}
}
