package table

import "testing"

func TestRowsAndIndex(t *testing.T) {
	rows := Rows("key,n\na,1.5\nb,2\n")
	if len(rows) != 2 || rows[1].Text("key") != "b" || rows[0].Number("n") != 1.5 {
		t.Errorf("%v", rows)
	}
	key := func(r *Row) string { return r.Text("key") }
	if r, ok := At(Index(rows, key), "b"); !ok || r.Number("n") != 2 {
		t.Errorf("%v %v", r, ok)
	}
	if _, ok := At(Index(rows, key), "c"); ok {
		t.Error("found what is not there")
	}
}

func TestFaultsOfTheBuildPanic(t *testing.T) {
	for name, f := range map[string]func(){
		"a ragged table":      func() { Rows("a,b\n1\n") },
		"a missing column":    func() { Rows("a\n1\n")[0].Text("b") },
		"a text for a number": func() { Rows("a\nx\n")[0].Number("a") },
	} {
		func() {
			defer func() {
				if recover() == nil {
					t.Errorf("%s passes", name)
				}
			}()
			f()
		}()
	}
}
