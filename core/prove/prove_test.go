package prove

import (
	"encoding/json"
	"errors"
	"math"
	"os"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
)

func near(t *testing.T, what string, got, want float64) {
	t.Helper()
	if math.Abs(got-want) > 0.005*math.Abs(want) {
		t.Errorf("%s: %.4f, want %.4f", what, got, want)
	}
}

// What wood keeps under a load that stays, and what a load that was held allows for years: the worked numbers.
func TestWhatTimeLeaves(t *testing.T) {
	for _, c := range []struct{ s, want float64 }{{450, .9997}, {600, .9889}, {3600, .9246}, {day, .8231}, {60 * day, .7124}, {material.TenYears * day, .6206}} {
		near(t, "strength", Strength(c.s), c.want)
		near(t, "how long that lasts", Lasts(Strength(c.s)), c.s)
	}
	ten := material.TenYears * day
	near(t, "80 kg for a day", Allows(80, day, ten, nil), 48.26)
	near(t, "80 kg for ten minutes", Allows(80, 600, ten, nil), 40.17)
	mdf, ok := material.PanelOf("mdf", 18)
	if !ok {
		t.Fatal("no MDF")
	}
	near(t, "80 kg on MDF for a day", Allows(80, day, ten, []*material.Panel{mdf}), 17.89)
	for _, c := range []struct{ held, want float64 }{{600, 1.992}, {day, 1.658}, {7 * day, 1.547}} {
		near(t, "load for each kilogram asked", Margin/Keeps(ten, c.held, nil), c.want)
	}
}

// A longer hold never allows less, nor a longer stay more.
func TestALongerHoldNeverAllowsLess(t *testing.T) {
	mdf, _ := material.PanelOf("mdf", 18)
	for _, panels := range [][]*material.Panel{nil, {mdf}} {
		was := 0.0
		for held := 600.0; held <= 7*day; held *= 1.3 {
			now := Allows(100, held, material.TenYears*day, panels)
			if now < was {
				t.Errorf("%.0f s allow %.2f after %.2f", held, now, was)
			}
			was = now
		}
		was = math.Inf(1)
		for stay := day; stay <= material.TenYears*day; stay *= 1.5 {
			now := Allows(100, 600, stay, panels)
			if now > was+1e-9 {
				t.Errorf("for %.0f s %.2f after %.2f", stay, now, was)
			}
			was = now
		}
	}
}

// Pieces that were broken: the worked numbers.
func TestWhatBrokenPiecesAllow(t *testing.T) {
	for _, c := range []struct {
		broke              []float64
		lower, wood, steel float64
	}{
		{[]float64{62}, 38.93, 16.69, 23.31}, {[]float64{62, 55}, 39.03, 16.73, 23.37}, {[]float64{62, 55, 70}, 42.43, 18.18, 25.40},
	} {
		near(t, "lower", Lower(c.broke), c.lower)
		near(t, "where wood went", AllowsAfter(c.broke, hold.OfWood, 0.9), c.wood)
		near(t, "where steel bent", AllowsAfter(c.broke, hold.OfSteel, 0.9), c.steel)
	}
	if scattered := Lower([]float64{30, 62, 110}); scattered >= Lower([]float64{58, 62, 56}) {
		t.Errorf("pieces that scatter allow %.1f", scattered)
	}
}

func honeyRoom(t *testing.T) *design.Project {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	var p design.Project
	if err := json.Unmarshal(b, &p); err != nil {
		t.Fatal(err)
	}
	return &p
}

func reportOf(t *testing.T, p *design.Project) *check.Report {
	t.Helper()
	rep, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	return rep
}

// The plan for the jar shelf: no more than its weakest link lets be put on, in steps that are small where it matters.
func TestThePlanIsWithinItsRules(t *testing.T) {
	p := honeyRoom(t)
	rep := reportOf(t, p)
	for _, s := range rep.Shelves {
		for _, h := range []Hold{TenMinutes, AnHour, ADay} {
			plan, err := Of(t.Context(), p, rep, Asked{Shelf: s.ID, Hold: h, Where: AsAsked, Gauge: Dial})
			if err != nil {
				t.Logf("%s: %v", s.Name, err)
				continue
			}
			t.Logf("%s, %s: asked %.1f, wants %.1f, load %.1f (most %.1f, breaks %.1f: %s), proves %.1f, %d steps, %.4f mm/kg at %.2f, capped by %q", s.Name, h, plan.Bears, plan.Wants,
				plan.Load, plan.Cap, plan.Breaks, plan.Names, plan.Proves, len(plan.Steps), plan.Line, plan.At, plan.Capped)
			if plan.Load > plan.Cap+1e-9 || plan.Cap > 0.70*plan.Breaks+1e-9 {
				t.Errorf("%s: %.1f kg of %.1f at which it is expected to break", s.Name, plan.Load, plan.Breaks)
			}
			if plan.Capped == "" && plan.Proves < plan.Bears-1e-6 {
				t.Errorf("%s: proves %.2f of %.2f, and nothing keeps it from more", s.Name, plan.Proves, plan.Bears)
			}
			was := 0.0
			for _, st := range plan.Steps {
				most := min(plan.Load/4, 0.10*plan.Breaks) + 1
				if was > 0.40*plan.Breaks {
					most = 0.05*plan.Breaks + 1
				}
				if st.Kg()-was > most {
					t.Errorf("%s: a step from %.1f to %.1f", s.Name, was, st.Kg())
				}
				was = st.Kg()
			}
			if was != plan.Load {
				t.Errorf("%s: ends at %.1f of %.1f", s.Name, was, plan.Load)
			}
		}
	}
}

// ran is a test of a plain plan that has come so far.
func ran(gauge Gauge) *Run {
	p, err := Sized(Plan{Asked: Asked{Hold: TenMinutes, Gauge: gauge, Things: []Thing{{Name: "litre of water", Kg: 1}}}, Bears: 20, Breaks: 80, Stay: material.TenYears * day, Line: 0.05}, 0.55)
	if err != nil {
		panic(err)
	}
	return New(*p)
}

// go on until the load stands; mm says what is read at a load.
func (r *Run) upTo(kg, now float64, mm func(kg, at float64) float64) float64 {
	for range 1000 {
		a := r.Advise(now)
		switch a.Do {
		case DoPut, DoOff:
			if r.Kg >= kg && a.Do == DoPut && r.phase == loading {
				return now
			}
			r.Take(Event{Did: Put, Kg: a.Kg, At: now})
			now += 10
		case DoZero:
			r.Take(Event{Did: Zero, Mm: 0.3, At: now})
		case DoWait:
			now = a.Due
		case DoRead:
			r.Take(Event{Did: Read, Mm: mm(r.Kg, now), At: now})
		default:
			return now
		}
	}
	return now
}

// A test in which all is well passes, and what it proves is what it said that it would.
func TestASoundTestPasses(t *testing.T) {
	r := ran(Dial)
	straight := func(kg, _ float64) float64 { return 0.05 * kg }
	now := r.upTo(1e9, 0, straight)
	if a := r.Advise(now); a.Do != DoRecover {
		t.Fatalf("%+v", a)
	}
	r.Take(Event{Did: Read, Mm: 1.9, At: now + 60})
	if res, why := r.Result(); res != Running {
		t.Fatalf("%s %s", res, why) // too much is still there, and the day is young
	}
	r.Take(Event{Did: Read, Mm: 0.1, At: now + 3600})
	if res, why := r.Result(); res != Passed {
		t.Fatalf("%s %s", res, why)
	}
	if r.Most != r.Plan.Load || r.Held < 580 {
		t.Errorf("%.1f of %.1f kg for %.0f s", r.Most, r.Plan.Load, r.Held)
	}
	again := ran(Dial)
	now = again.upTo(1e9, 0, straight)
	again.Take(Event{Did: Read, Mm: 1.5, At: now + day})
	if res, _ := again.Result(); res != Failed {
		t.Errorf("what did not come back is %s", res)
	}
}

// Each rule speaks where it should, in its way, and nothing goes on after unload now.
func TestTheRules(t *testing.T) {
	straight := func(kg, _ float64) float64 { return 0.05 * kg }
	for name, c := range map[string]struct {
		to float64
		e  []Event
		do Do
	}{
		"a crack":               {8, []Event{{Did: Heard, What: Crack}}, DoUnload},
		"a creak":               {8, []Event{{Did: Heard, What: Creak}}, DoWait},
		"a first tick, early":   {8, []Event{{Did: Heard, What: Tick}}, DoWait},
		"a second tick":         {8, []Event{{Did: Heard, What: Tick}, {Did: Heard, What: Tick}}, DoUnload},
		"a gap":                 {8, []Event{{Did: Saw, What: Gap}}, DoUnload},
		"the person's own wish": {8, []Event{{Did: Stop}}, DoUnload},
		"it let go":             {8, []Event{{Did: Broke}}, DoNothing},
	} {
		r := ran(Dial)
		now := r.upTo(c.to, 0, straight)
		for _, e := range c.e {
			e.At = now
			r.Take(e)
		}
		if a := r.Advise(now); a.Do != c.do {
			t.Errorf("%s: %+v", name, a)
		}
	}
	// A creak while it beds in is waited for, and no more.
	bed := ran(Dial)
	bed.Take(Event{Did: Put, Kg: bed.Plan.Bedding})
	bed.Take(Event{Did: Heard, What: Creak, At: 40})
	if a := bed.Advise(70); a.Do != DoWait || a.Due != 100 {
		t.Errorf("bedding: %+v", a)
	}
	if a := bed.Advise(101); a.Do != DoOff {
		t.Errorf("bedding: %+v", a)
	}
	// One tick past half of the break.
	r := ran(Dial)
	now := r.upTo(r.Plan.Load-1, 0, straight)
	r.Kg = r.Plan.Breaks/2 + 1
	r.Take(Event{Did: Heard, What: Tick, At: now})
	if a := r.Advise(now); a.Do != DoUnload || a.Why == "" {
		t.Errorf("a late tick: %+v", a)
	}
	// It gives in a step: once is a doubt, twice is enough.
	r = ran(Dial)
	gives := func(kg, _ float64) float64 {
		if kg > r.Plan.Load*0.7 {
			return 0.05*kg*1.3 + 0.6
		}
		return 0.05 * kg
	}
	if a := r.Advise(r.upTo(1e9, 0, gives)); a.Do != DoUnload || a.Why == "" {
		t.Errorf("it gives: %+v", a)
	}
	// A gauge that is too coarse says nothing of the same.
	r = ran(Line)
	if a := r.Advise(r.upTo(1e9, 0, func(kg, _ float64) float64 { return 0.05*kg*1.3 + 0.6 })); a.Do == DoUnload {
		t.Errorf("by string: %+v", a)
	}
	// In the hold it creeps away.
	r = ran(Dial)
	begun := 0.0
	creeps := func(kg, at float64) float64 {
		if r.phase != holding {
			return 0.05 * kg
		}
		begun = r.hold
		return 0.05*kg + math.Pow((at-begun)/600, 3)*0.9
	}
	if a := r.Advise(r.upTo(1e9, 0, creeps)); a.Do != DoUnload {
		t.Errorf("it creeps away: %+v", a)
	}
}

// What was proved is of the shelf as it was: it goes stale when the board, the wall or the contents change, and says why.
func TestAProofGoesStale(t *testing.T) {
	was := honeyRoom(t)
	plan, err := Of(t.Context(), was, reportOf(t, was), Asked{Shelf: "display", Hold: AnHour, Where: AsAsked, Gauge: Dial})
	if err != nil {
		t.Fatal(err)
	}
	change := func(f func(p *design.Project, s *design.Shelf)) string {
		now := honeyRoom(t)
		f(now, now.Shelf("display"))
		return Stale(was, now, *plan, plan.Proves)
	}
	for what, f := range map[string]func(p *design.Project, s *design.Shelf){
		"thinner":     func(_ *design.Project, s *design.Shelf) { s.Thickness -= 3 },
		"other place": func(_ *design.Project, s *design.Shelf) { s.Contents[0].From += 40 },
		"a stud gone": func(p *design.Project, _ *design.Shelf) { p.Wall.Studs = p.Wall.Studs[:2] },
		"away":        func(p *design.Project, s *design.Shelf) { s.ID = "other" },
	} {
		if why := change(f); why == "" {
			t.Errorf("%s: it is still proved", what)
		}
	}
	for what, f := range map[string]func(p *design.Project, s *design.Shelf){
		"nothing":     func(*design.Project, *design.Shelf) {},
		"its name":    func(_ *design.Project, s *design.Shelf) { s.Name = "the other one" },
		"for a week":  func(_ *design.Project, s *design.Shelf) { s.Duration = material.AWeek },
		"other shelf": func(p *design.Project, _ *design.Shelf) { p.Shelves[0].Thickness += 2 },
	} {
		if why := change(f); why != "" {
			t.Errorf("%s: %s", what, why)
		}
	}
}

// A heap mid-span is worse than the same load spread, and a plan for it says where it stands; what cannot be tested says why.
func TestHeapsAndWhatCannotBeTested(t *testing.T) {
	p := honeyRoom(t)
	rep := reportOf(t, p)
	spread, err := Of(t.Context(), p, rep, Asked{Shelf: "display", Hold: AnHour, Where: AsAsked, Gauge: Dial})
	if err != nil {
		t.Fatal(err)
	}
	heap, err := Of(t.Context(), p, rep, Asked{Shelf: "display", Hold: AnHour, Where: Heaped, Gauge: Dial})
	if err != nil {
		t.Fatal(err)
	}
	// Its proof is the whole figure of wood, and never made up of what is reckoned.
	if want := Allows(heap.Load, 3600, heap.Stay, nil); math.Abs(heap.Proves-want) > 1e-9 {
		t.Errorf("a heap of %.1f proves %.2f, want %.2f", heap.Load, heap.Proves, want)
	}
	// A link that other shelves load as well is not raised by the test of one.
	a := rep.Shelves[0]
	shared := a.Links[slices.IndexFunc(a.Links, func(l check.Link) bool { return l.ID == a.First })]
	a.Joined = append(slices.Clone(a.Joined), shared)
	jars, err := Of(t.Context(), p, rep, Asked{Shelf: "jars", Hold: AnHour, Where: AsAsked, Gauge: Dial})
	if err != nil {
		t.Fatal(err)
	}
	if alone, both := jars.allows(&rep.Shelves[0], jars.Load, jars.Stay), jars.allows(&a, jars.Load, jars.Stay); both != shared.Limit.Kg || alone <= both {
		t.Errorf("%.2f alone, %.2f where its weakest is shared, which is reckoned at %.2f", alone, both, shared.Limit.Kg)
	}
	if len(heap.Stands) != 1 || heap.Stands[0].Part != 1 || heap.Line <= 0 {
		t.Errorf("%+v of %+v", heap.Stands, spread.Stands)
	}
	alone, err := Of(t.Context(), p, rep, Asked{Shelf: "alcove", Hold: AnHour, Where: AsAsked, Gauge: NoGauge, Alone: true})
	if err != nil {
		t.Fatal(err)
	}
	if beside, _ := Of(t.Context(), p, rep, Asked{Shelf: "alcove", Hold: AnHour, Where: AsAsked, Gauge: Dial}); alone.Cap > beside.Cap {
		t.Errorf("nobody listens, and %.1f kg of %.1f may be put on", alone.Cap, beside.Cap)
	}
	few := []Thing{{Name: "sand bag", Kg: 2, Count: 3}}
	for what, asked := range map[string]Asked{
		"a heap on a rack": {Shelf: "rack", Where: Heaped, Hold: AnHour, Gauge: Dial}, "no such shelf": {Shelf: "none"},
		"too few things": {Shelf: "jars", Hold: AnHour, Where: AsAsked, Gauge: Dial, Things: few}, "one large thing": {Shelf: "jars", Hold: AnHour, Where: AsAsked, Gauge: Dial, Things: []Thing{{Name: "anvil", Kg: 40}}},
	} {
		if _, err := Of(t.Context(), p, rep, asked); !errors.Is(err, ErrNothing) {
			t.Errorf("%s: %v", what, err)
		}
	}
	// Things of several sizes, the largest first, and no more of them than there are.
	mixed, err := Of(t.Context(), p, rep, Asked{Shelf: "display", Hold: AnHour, Where: AsAsked, Gauge: Dial, Things: []Thing{{Name: "litre of water", Kg: 1}, {Name: "sand bag", Kg: 5, Count: 2}}})
	if err != nil {
		t.Fatal(err)
	}
	bags := 0
	for _, st := range mixed.Steps {
		for _, a := range st.Adds {
			bags += strings.Count(a, "1 × sand bag") + 2*strings.Count(a, "2 × sand bag")
		}
	}
	if bags != 2 {
		t.Errorf("%d bags of two: %+v", bags, mixed.Steps)
	}
}

// What a break teaches: as expected, far below, elsewhere.
func TestWhatABreakTeaches(t *testing.T) {
	p := honeyRoom(t)
	rep := reportOf(t, p)
	jars := &rep.Shelves[0]
	asked, breaks, first := Asks(jars, "jars-b2", 180)
	if asked <= 0 || breaks <= asked || first == nil || first.Of != hold.OfSteel {
		t.Fatalf("asked %.1f, breaks %.1f, %+v", asked, breaks, first)
	}
	for what, c := range map[string]struct {
		b        Broken
		says     string
		explains bool
	}{
		"as expected":   {Broken{Trial: true, Support: "jars-b2", Lever: 180, Kg: breaks, Went: hold.OfSteel}, "near the", false},
		"far below":     {Broken{Trial: true, Support: "jars-b2", Lever: 180, Kg: breaks / 2, Went: hold.OfSteel}, "far below", true},
		"another thing": {Broken{Kg: 30, Went: hold.OfGlue}, "the reckoning or the making is off", true},
		"of nothing":    {Broken{Trial: true, Support: "none", Lever: 180, Kg: 30, Went: hold.OfGlue}, "nothing was expected", false},
	} {
		if l := Learn(jars, c.b); !strings.Contains(l.Says, c.says) || (len(l.Explains) > 0) != c.explains {
			t.Errorf("%s: %+v", what, l)
		}
	}
}
