package design

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"
)

// frozen reads a document of an old version as it was written then. There is a folder of
// them for each version, for ever.
func frozen(t *testing.T, version int) map[string][]byte {
	t.Helper()
	files, _ := filepath.Glob(fmt.Sprintf("testdata/v%d/*.json", version))
	if len(files) == 0 {
		t.Fatalf("no file of version %d is kept", version)
	}
	out := map[string][]byte{}
	for _, f := range files {
		b, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		out[f] = b
	}
	return out
}

func TestOldDocumentsOpen(t *testing.T) {
	for version := 1; version < Version; version++ {
		for name, b := range frozen(t, version) {
			t.Run(name, func(t *testing.T) {
				var p Project
				if err := json.Unmarshal(b, &p); err != nil {
					t.Fatal(err)
				}
				if p.Version != Version {
					t.Errorf("it is of version %d still", p.Version)
				}
				if bad := p.Validate(); len(bad) > 0 {
					t.Errorf("%+v", bad)
				}
				again, err := json.Marshal(p)
				if err != nil {
					t.Fatal(err)
				}
				same, err := Upgrade(again)
				if err != nil || !bytes.Equal(same, again) {
					t.Errorf("upgraded twice it is another: %v", err)
				}
			})
		}
	}
}

// What version 1 had under each shelf is on the wall now, where it was.
func TestVersion1HadRailsOfItsShelves(t *testing.T) {
	raw := frozen(t, 1)["testdata/v1/honey-room.json"]
	var was struct {
		Shelves []struct {
			ID   string  `json:"id"`
			Y    float64 `json:"y_mm"`
			Rail *struct {
				ID     string  `json:"id"`
				Bottom float64 `json:"bottom_mm"`
			} `json:"rail"`
		} `json:"shelves"`
	}
	if err := json.Unmarshal(raw, &was); err != nil {
		t.Fatal(err)
	}
	var p Project
	if err := json.Unmarshal(raw, &p); err != nil {
		t.Fatal(err)
	}
	rails := 0
	for i, s := range was.Shelves {
		if s.Rail == nil {
			continue
		}
		rails++
		r := p.Fixtures.Rail(p.Shelves[i].Rail)
		if r == nil || r.ID != s.Rail.ID || float64(r.Bottom) != s.Y+s.Rail.Bottom {
			t.Errorf("%s: its rail is %+v, was %+v", s.ID, r, s.Rail)
		}
		if seen := p.RailOf(&p.Shelves[i]); seen == nil || float64(seen.Bottom-0) < s.Rail.Bottom-1e-9 ||
			float64(seen.Bottom) > s.Rail.Bottom+1e-9 {
			t.Errorf("%s: from the board it is seen at %v, was at %v", s.ID, seen.Bottom, s.Rail.Bottom)
		}
	}
	if rails != len(p.Fixtures.Rails) || rails == 0 {
		t.Errorf("%d rails became %d", rails, len(p.Fixtures.Rails))
	}
}

func TestVersion1Piecemeal(t *testing.T) {
	shelf := func(with string) string {
		return `{"format":"aguante-project","version":1,"name":"x","units":{"length":"mm","mass":"kg"},"wall":{"kind":"wood-studs","length_mm":3000,"height_mm":2400,"lining":{"kind":"none","thickness_mm":0},
			"studs":[{"id":"a","x_mm":100,"assumed":true},{"id":"b","x_mm":500}],"keep_outs":[]},"shelves":[{"id":"s","y_mm":"1.2 m",` + with + `}]}`
	}
	read := func(t *testing.T, with string) Project {
		t.Helper()
		var p Project
		if err := json.Unmarshal([]byte(shelf(with)), &p); err != nil {
			t.Fatal(err)
		}
		return p
	}
	t.Run("lengths with units are added as lengths", func(t *testing.T) {
		p := read(t, `"rail":{"id":"r","kind":"strip","bottom_mm":"-2 in"}`)
		if got := p.Fixtures.Rails[0].Bottom; got != 1200-50.8 {
			t.Errorf("lower edge at %v", got)
		}
	})
	t.Run("a standard is a thing of the wall", func(t *testing.T) {
		p := read(t, `"supports":[{"id":"b1","kind":"braced-bracket","x_mm":500,"braced_bracket":{"width_mm":25,"plate_mm":2,"standard":{"above_mm":200,"below_mm":500},"screw":{"type":"wood-5","length_mm":60},"holes":[{"id":"h","down_mm":-180,"offset_mm":3}]}}]`)
		b := p.Shelves[0].Supports[0].BracedBracket
		s := p.Fixtures.Standard(b.Standard)
		if s == nil || s.X != 500 || s.Bottom != 700 || s.Height != 700 || s.Plate != 2 || s.Screw.Type != "wood-5" || len(s.Holes) != 1 ||
			s.Holes[0].Up != 680 || s.Holes[0].Offset != 3 {
			t.Errorf("%+v", s)
		}
		if len(b.Holes) != 0 || b.Screw.Type != "" {
			t.Errorf("the bracket has kept %+v %+v", b.Holes, b.Screw)
		}
	})
	t.Run("studs know who found them", func(t *testing.T) {
		p := read(t, `"name":"y"`)
		if !p.Wall.Studs[0].Assumed() || p.Wall.Studs[1].Assumed() || p.Wall.Studs[1].Found != "tape" {
			t.Errorf("%+v", p.Wall.Studs)
		}
	})
	t.Run("a screw that was none goes", func(t *testing.T) {
		p := read(t, `"hook_rail":{"peg":{"kind":"peg","screw":{"type":"","length_mm":0}}}`)
		if b, _ := json.Marshal(p.Shelves[0].HookRail.Peg); strings.Contains(string(b), "screw") {
			t.Errorf("%s", b)
		}
	})
	t.Run("what is wrong stays wrong and is named", func(t *testing.T) {
		p := read(t, `"rail":{"id":"r","kind":"rope"},"supports":[{"id":"b1","kind":"magnet"}]`)
		if bad := p.Validate(); len(bad) < 3 {
			t.Errorf("%+v", bad)
		}
	})
}

func TestVersionsThatAreNotKnown(t *testing.T) {
	for text, want := range map[string]error{`{"version":99}`: ErrVersion, `{"version":0}`: ErrVersion, `{"version":1.5}`: ErrVersion,
		`{}`: ErrVersion} {
		if _, err := Upgrade([]byte(text)); !errors.Is(err, want) {
			t.Errorf("%s: %v", text, err)
		}
	}
	for _, text := range []string{"", "[]", `{"version":"1"}`, `{"version":1,"shelves":[{"y_mm":"nowhere"}]}`,
		`{"version":1,"shelves":[{"rail":{"bottom_mm":"x"}}]}`} {
		if b, err := Upgrade([]byte(text)); err == nil {
			t.Errorf("%q became %s", text, b)
		}
	}
	var p Project
	if err := json.Unmarshal([]byte(`{"format":"aguante-project","version":99}`), &p); err != nil {
		t.Fatal(err)
	}
	if bad := p.Validate(); len(bad) == 0 || bad[0].Path != "version" {
		t.Errorf("a later version is not named first: %+v", bad)
	}
}

// Whatever is in an old document, its upgrade neither breaks nor answers what cannot be
// written.
func FuzzUpgrade(f *testing.F) {
	for _, name := range []string{"honey-room", "brick-wall"} {
		b, err := os.ReadFile("testdata/v1/" + name + ".json")
		if err != nil {
			f.Fatal(err)
		}
		f.Add(b)
	}
	f.Add([]byte(`{"version":1,"shelves":[{"rail":{"id":3},"supports":[{"braced_bracket":{"standard":{}}}]}]}`))
	f.Fuzz(func(t *testing.T, b []byte) {
		now, err := Upgrade(b)
		if err != nil {
			return
		}
		if !json.Valid(now) {
			t.Fatalf("%q", now)
		}
		var p, again Project
		if json.Unmarshal(b, &p) != nil || json.Unmarshal(now, &again) != nil {
			return
		}
		if !reflect.DeepEqual(p, again) {
			t.Errorf("read %+v, upgraded and read %+v", p, again)
		}
	})
}

// The screws of a rack's joints that stood in front of its uprights are in them.
func TestVersion2HadJointsBesideTheirUprights(t *testing.T) {
	raw := frozen(t, 2)["testdata/v2/honey-room.json"]
	var p Project
	if err := json.Unmarshal(raw, &p); err != nil {
		t.Fatal(err)
	}
	n := 0
	for i := range p.Shelves {
		if r := p.Shelves[i].Rack; r != nil {
			for _, at := range r.Joint.Places {
				if n++; at.X != float64(r.Deep)/2 {
					t.Errorf("%s: a screw %v mm out in an upright of %v", p.Shelves[i].ID, at.X, r.Deep)
				}
			}
		}
	}
	if n == 0 || !bytes.Contains(raw, []byte(`"x_mm": 74.89999999999999`)) {
		t.Error("no such joint in the frozen document: this tests nothing")
	}
}

// No piece of version 4 has a letter, and none is made otherwise than usual.
func TestVersion4HadNoMaking(t *testing.T) {
	raw := frozen(t, 4)["testdata/v4/honey-room.json"]
	var p Project
	if err := json.Unmarshal(raw, &p); err != nil {
		t.Fatal(err)
	}
	if p.Making.Letters == nil || p.Making.Pieces == nil || len(p.Making.Letters)+len(p.Making.Pieces) > 0 || bytes.Contains(raw, []byte(`"making"`)) {
		t.Errorf("%+v", p.Making)
	}
	if m := p.Making.Of("jars/board"); m.Grain != GrainAlong || m.Ends != EndsCut {
		t.Errorf("usually %+v", m)
	}
}

// A board behind brackets, which each of them named, is what their shelf hangs on.
func TestVersion3NamedABackerSupportBySupport(t *testing.T) {
	raw := frozen(t, 3)["testdata/v3/backer.json"]
	var p Project
	if err := json.Unmarshal(raw, &p); err != nil {
		t.Fatal(err)
	}
	if s := &p.Shelves[0]; s.Rail != "backer-1" || p.RailOf(s) == nil {
		t.Errorf("it hangs on %q", s.Rail)
	}
	if bad := p.Validate(); len(bad) > 0 {
		t.Errorf("%v", bad)
	}
	if !bytes.Contains(raw, []byte(`"backer": "backer-1"`)) {
		t.Error("no such board in the frozen document: this tests nothing")
	}
}

// Version 5 knew no schools and no datum: they are the usual ones, and nothing is built otherwise than planned.
func TestVersion5HadNoSchools(t *testing.T) {
	raw := frozen(t, 5)["testdata/v5/honey-room.json"]
	var p Project
	if err := json.Unmarshal(raw, &p); err != nil {
		t.Fatal(err)
	}
	if m := p.Making; m.Schools == nil || m.Built == nil || m.Datum.From != FromLeft || m.Datum.Up != FromFloor || m.Datum.Line != 1000 ||
		bytes.Contains(raw, []byte(`"schools"`)) {
		t.Errorf("%+v", m)
	}
	if s := p.Making.PracticeOf("jars"); s.Bores != BoresAfter || s.First != ShelfFirst || s.Heads != HeadsFront || s.Fit != FitStop {
		t.Errorf("usually %+v", s)
	}
}
