package tables

import (
	"fmt"
	"testing"

	"aguante/core/load"
	"aguante/core/scan"
)

// Whatever a table says, what is taken of it is valid, and goes out and comes in as it is.
func FuzzTables(f *testing.F) {
	for _, text := range []string{"", "name,from_mm,to_mm\njar,0,100", "name;from;to\n'=x;1 1/2 in;3 ft\n", "x_mm\n400\n,\n\"", "name,from,to\n-,-,-\n",
		"key,name,kind\n", "name,count,each_kg,from_mm,to_mm\nJars,3,2 lb,0,300\n", "\ufeffx\n1e999\nNaN\n-0\n"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		items, _, err := ReadContents(text, 1700, 300, ids())
		if err == nil && len(items) > 0 {
			back, bad, err := ReadContents(string(WriteContents(items, metric)), 1700, 300, ids())
			if err != nil || len(bad) > 0 || len(back) != len(items) {
				t.Errorf("of %d things %d come back: %v %v", len(items), len(back), bad, err)
			}
			for i := range back {
				if back[i].By == load.ByCount && back[i].Count != items[i].Count {
					t.Errorf("%v things come back as %v", items[i].Count, back[i].Count)
				}
			}
		}
		if studs, _, err := ReadStuds(text, testWall, ids()); err == nil {
			for _, s := range studs {
				if s.X < 0 || s.X > testWall.Length {
					t.Errorf("a stud at %v", s.X)
				}
			}
		}
		if _, _, err := ReadParts(text); err != nil && err.Error() == "" {
			t.Error("refused without a reason")
		}
	})
}

// Whatever a scanner's log says, readings are in order, or it is refused.
func FuzzScan(f *testing.F) {
	line := `{"at_s":%d,"x_mm":%d,"level":%d,"metal":%v}` + "\n"
	pass := ""
	for i := range 40 {
		pass += fmt.Sprintf(line, i, 20*i, 10+60*(i/2%20/18), i == 37)
	}
	for _, text := range []string{"", pass, pass + pass, `{"at_s":0,"x_mm":0,"lost":true}`, `{"at_s":0,"x_mm":0,"level":1e308}` + "\n" + `{"at_s":1e308,"x_mm":9,"level":-1e308}`, "{}"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		all, err := ReadScan(text)
		if err != nil {
			if err.Error() == "" {
				t.Error("refused without a reason")
			}
			return
		}
		for _, m := range scan.Marks(all) {
			if !(m.X >= 0 && m.X <= 30000 && m.Width >= 0) {
				t.Errorf("%+v", m)
			}
		}
	})
}
