package tables

import (
	"errors"
	"fmt"
	"math"
	"reflect"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

func ids() func() string {
	n := 0
	return func() string { n++; return fmt.Sprintf("id-%d", n) }
}

var testWall = wall.Wall{Length: 4000, Height: 2400, Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 12.7}}

var metric, inch = say.Units{Length: "mm", Mass: "kg"}, say.Units{Length: "in", Mass: "lb"}

// Who thinks in inches and pounds gets them, with the unit in every heading, and they come in
// as they went out.
func TestTablesAreWrittenInThePersonsUnits(t *testing.T) {
	items := []load.Item{{ID: "id-1", Name: "Hardbacks", Shape: "books", By: load.ByLength, PerMetre: 32, From: 0, To: 609.6,
		Place: load.Middle, Count: 1, Height: 254}}
	text := string(WriteContents(items, inch))
	for _, want := range []string{"to_in", "per_foot_lb", "height_in", ",24,", ",10,", "21.50"} {
		if !strings.Contains(text, want) {
			t.Errorf("there is no %q in\n%s", want, text)
		}
	}
	if strings.Contains(text, "_mm") || strings.Contains(text, "_kg") {
		t.Errorf("metric headings for who thinks in inches:\n%s", text)
	}
	back, bad, err := ReadContents(text, 1000, 300, ids())
	if err != nil || len(bad) != 0 || math.Abs(float64(back[0].PerMetre-32)) > 1e-5 || math.Abs(float64(back[0].To-609.6)) > 1e-4 {
		t.Errorf("%+v, %v, %v", back, bad, err)
	}
}

func TestContentsGoOutAndComeIn(t *testing.T) {
	items := []load.Item{
		{ID: "id-1", Name: `Jars, "best"`, Shape: "jars", By: load.ByCount, Count: 24, Each: 0.66, EachLow: 0.6, From: 40, To: 960.5,
			Place: load.Back, Depth: 152, Height: 118},
		{ID: "id-2", Name: "=1+1", Shape: "books", By: load.ByLength, Each: 0.9, PerMetre: 25.25, RowLow: 20, From: 1000, To: 1300,
			Place: load.Front, Height: 240},
		{ID: "id-3", Name: "-2+3", Shape: "jars", By: load.ByCount, Count: 2, Each: 1, From: 1320, To: 1400, Place: load.Back, Height: 100},
		{ID: "id-4", Name: "'90s books", Shape: "books", By: load.ByCount, Count: 2, Each: 1, From: 1420, To: 1500, Place: load.Back, Height: 100},
	}
	text := string(WriteContents(items, metric))
	if !strings.Contains(text, "'=1+1") || !strings.Contains(text, "'-2+3") || !strings.Contains(text, "''90s") {
		t.Error("a spreadsheet would take that name for a formula")
	}
	back, bad, err := ReadContents(text, 1700, 300, ids())
	if err != nil || len(bad) != 0 || !reflect.DeepEqual(back, items) {
		t.Errorf("%+v, %v, %v", back, bad, err)
	}
}

// A table that is too long says from which line on it was not read.
func TestATableThatIsTooLongSaysSo(t *testing.T) {
	text := "name,from_mm,to_mm,each_kg\n" + strings.Repeat("jar,0,100,1\n", 2005)
	items, bad, err := ReadContents(text, 1700, 300, ids())
	if err != nil || len(items) != 2000 || len(bad) != 1 || bad[0].Line != 2002 || !strings.Contains(bad[0].Message, "nothing was read") {
		t.Errorf("%d items, %+v, %v", len(items), bad, err)
	}
	if _, bad, _ := ReadContents(text[:len("name,from_mm,to_mm,each_kg\n")+2000*len("jar,0,100,1\n")], 1700, 300, ids()); len(bad) != 0 {
		t.Errorf("just so many: %+v", bad)
	}
}

func TestStudsGoOutAndComeIn(t *testing.T) {
	marks := []wall.Stud{{ID: "id-1", X: 58, Width: 38, Depth: 89, Doubt: 2, Wood: "hem-fir"},
		{ID: "id-2", X: 464.4, Width: 38, Depth: 140, Doubt: 25, Wood: "c24", Found: wall.ByGuess}}
	back, bad, err := ReadStuds(string(WriteStuds(marks, metric)), testWall, ids())
	if err != nil || len(bad) != 0 || !reflect.DeepEqual(back, marks) {
		t.Errorf("%+v, %v, %v", back, bad, err)
	}
}

func TestBadRowsAreNamedAndTheOthersTaken(t *testing.T) {
	text := "name,count,each_kg,from_mm,to_mm\nJars,3,2 lb,0,300\nTins,many,1,300,400\n\nCrate,1,22,1600,1900\nBooks,1,5 kg,\"15 3/4 " +
		"in\",600 mm\n"
	good, bad, err := ReadContents(text, 1714.5, 184, ids())
	if err != nil || len(good) != 2 || good[0].Name != "Jars" || good[1].Name != "Books" || good[1].From < 400.04 || good[1].From > 400.06 {
		t.Errorf("%+v, %v", good, err)
	}
	if len(bad) != 2 || bad[0].Line != 3 || !strings.Contains(bad[0].Message, "count") || bad[1].Line != 5 ||
		!strings.Contains(bad[1].Message, "keep it on the board") {
		t.Errorf("%+v", bad)
	}
}

func TestWhatIsNoSuchTableIsRefused(t *testing.T) {
	for name, text := range map[string]string{"empty": "", "no such column": "name,weight\nJars,3\n", "a letter": "Dear shelf,\nhold well\n"} {
		if _, _, err := ReadContents(text, 1000, 200, ids()); !errors.Is(err, ErrTable) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if _, bad, err := ReadStuds("x_mm;wood\n16 in;hem-fir\n-3;hem-fir\n900;straw\n", testWall, ids()); err != nil || len(bad) != 2 ||
		bad[0].Line != 3 {
		t.Errorf("semicolons: %v, %v", bad, err)
	}
	if good, bad, err := ReadStuds("\ufeffX_MM\n\"16 in\n", testWall, ids()); err != nil || len(good) != 0 || len(bad) != 1 {
		t.Errorf("an open quote: %v %v %v", good, bad, err)
	}
}

func TestScanLines(t *testing.T) {
	good := `{"at_s":0,"x_mm":0,"level":0.02}` + "\n\n" + `{"at_s":0.1,"x_mm":"1 in","level":0.9,"metal":true,"battery":3}` + "\r\n" + `{"at_s":0.2,"x_mm":50,"lost":true}`
	r, err := ReadScan(good)
	if err != nil || len(r) != 3 || r[1].X != 25.4 || !r[1].Metal || !r[2].Lost {
		t.Fatalf("%+v, %v", r, err)
	}
	for text, says := range map[string]string{
		"":                               "no reading",
		`{"at_s":0,"x_mm":0,"level":0}x`: "line 1",
		"{\"at_s\":0,\"x_mm\":0,\"level\":0}\n[]": "line 2",
		`{"at_s":0,"level":0}`:                    "x_mm must be there",
		`{"at_s":0,"x_mm":4}`:                     "level must be there",
		`{"at_s":0,"x_mm":-4,"level":0}`:          "between 0 and 30000",
		"{\"at_s\":3,\"x_mm\":0,\"level\":0}\n{\"at_s\":2,\"x_mm\":0,\"level\":0}": "line 2: at_s goes back",
	} {
		if _, err := ReadScan(text); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v, want %q", text, err, says)
		}
	}
}

func TestPartsGoOutAndComeIn(t *testing.T) {
	parts := []support.StockPart{
		{Name: `Deck screw, "80"`, Kind: support.ScrewStock, Type: "structural-6", Length: 80, D: 5.9, Root: 4, Head: 12, Means: hold.Unstated,
			Price: 0.31},
		{Name: "=Toggle", Kind: support.AnchorStock, Type: "toggle", Length: 60, Pull: 25, Shear: 30, Means: hold.Ultimate},
		{Name: "Long bracket", Kind: support.BracketStock, Reach: 300, Leg: 200, Width: 30, Thickness: 4, Rated: 45, Pair: true,
			Means: hold.WorkingLoad, Price: 12.5},
		{Name: "Peg", Kind: support.HookStock, Reach: 60, D: 19.05, Means: hold.Unstated},
	}
	text := string(WriteParts(parts, metric))
	if !strings.Contains(text, "'=Toggle") {
		t.Error("a spreadsheet would take that name for a formula")
	}
	back, bad, err := ReadParts(text)
	if err != nil || len(bad) != 0 || !reflect.DeepEqual(back, parts) {
		t.Errorf("%+v, %v, %v", back, bad, err)
	}
}

func TestPartsThatCannotBeAreNamed(t *testing.T) {
	text := "name;kind;type;length_mm;reach_mm;d_mm;price\n" +
		"Peg;hook;;;2 3/8 in;3/4 in;0.40\n" +
		"No kind;nut;;;;;\n" +
		"No such;screw;nail;60;;;\n" +
		"Too long;screw;wood-10;4 m;;;\n" +
		"An anchor;screw;toggle;60;;;\n" +
		";hook;;;60;19;\n" +
		"Free money;hook;;;60;19;-2\n" +
		"Word;hook;;;sixty;19;\n"
	good, bad, err := ReadParts(text)
	if err != nil || len(good) != 1 || good[0].Reach < 60.3 || good[0].Reach > 60.4 || good[0].Price != 0.4 {
		t.Errorf("%+v, %v", good, err)
	}
	for i, says := range []string{"nut", "nail", "4000", "is no screw", "name", "price", "sixty"} {
		if i >= len(bad) || bad[i].Line != i+3 || !strings.Contains(bad[i].Message, says) {
			t.Errorf("line %d should say %q: %+v", i+3, says, bad)
		}
	}
	if _, _, err := ReadParts("kind,price\nhook,3\n"); !errors.Is(err, ErrTable) {
		t.Errorf("no names: %v", err)
	}
}
