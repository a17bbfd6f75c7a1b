package api

import (
	"encoding/json"
	"math"
	"net/http"
	"testing"

	"aguante/core/check"
	"aguante/core/material"
	"aguante/server/contract"
	"aguante/server/instrument"
)

// demoAsk is a request about the demo's jar shelf.
func demoAsk(t *testing.T, more string) string {
	t.Helper()
	return `{"design":` + jars(t) + `,"shelf":"jars"` + more + `}`
}

func TestLadderAndPlacesOverTheWire(t *testing.T) {
	s := server(t)
	var l check.Ladder
	if code := ask(t, s, "POST", "/ladder", demoAsk(t, `,"woods":["mdf","white-oak"],"thicknesses_mm":[18,30],"per_metre_kg":22,"span_mm":700`), &l); code != http.StatusOK {
		t.Fatalf("ladder: %d", code)
	}
	if len(l.Rungs) != 2 || len(l.Rungs[0].Spans) != 2 || l.Rungs[0].Spans[0].Span >= l.Rungs[0].Spans[1].Span ||
		l.Rungs[1].Spans[0].Span <= l.Rungs[0].Spans[0].Span {
		t.Errorf("thicker and stiffer spans farther: %+v", l)
	}
	var f contract.Failure
	if code := ask(t, s, "POST", "/ladder", demoAsk(t, `,"woods":["mdf"],"thicknesses_mm":[0],"per_metre_kg":22,"span_mm":700`),
		&f); code != http.StatusUnprocessableEntity || f.Path != "thicknesses_mm[0]" {
		t.Errorf("no thickness: %d %+v", code, f)
	}
	var p check.Places
	if code := ask(t, s, "POST", "/places", demoAsk(t, ""), &p); code != http.StatusOK || len(p.Count) != 5 || len(p.Now.At) != 3 ||
		p.Count[1].Studs == nil || p.Tried == 0 {
		t.Fatalf("places: %d %+v", code, p)
	}
	for _, path := range []string{"/ladder", "/places"} {
		if code := ask(t, s, "POST", path, `{"design":`+jars(t)+`,"shelf":"attic"}`, &f); code != http.StatusBadRequest {
			t.Errorf("%s of no shelf: %d", path, code)
		}
		if code := ask(t, s, "POST", path, `{"shelf":"jars"}`, &f); code != http.StatusBadRequest {
			t.Errorf("%s of no design: %d", path, code)
		}
	}
}

func TestABoardIsTestedKeptAndForgotten(t *testing.T) {
	s := server(t)
	bench := `{"wood":"ponderosa-pine","grade":"knots","span_mm":900,"width_mm":200,"thickness_mm":20}`
	var d instrument.Dial
	for _, at := range []string{"4", "4.1", "4.2"} {
		if code := ask(t, s, "POST", "/instruments/dial", `{"seed":5,"bench":`+bench+`,"presses":[{"at_s":0,"zero":true},{"at_s":1,"put_kg":8}],"at_s":`+at+`}`, &d); code != http.StatusOK {
			t.Fatalf("dial: %d", code)
		}
		if d.Fault == "" {
			break
		}
	}
	q, _ := json.Marshal(contract.StiffnessRequest{Span: 900, Width: 200, Thickness: 20, Readings: []material.Bend{{Load: 8, Sag: d.Mm}}})
	var e material.Stiffness
	if code := ask(t, s, "POST", "/stiffness", string(q), &e); code != http.StatusOK || math.Abs(e.E/8900-1) > 0.3 {
		t.Fatalf("E: %d %+v of %+v", code, e, d)
	}
	var f contract.Failure
	if code := ask(t, s, "POST", "/stiffness", `{"span_mm":900,"width_mm":200,"thickness_mm":20}`,
		&f); code != http.StatusUnprocessableEntity {
		t.Errorf("nothing read: %d", code)
	}
	if code := ask(t, s, "POST", "/instruments/dial", `{"seed":5,"bench":{"wood":"cheese"},"at_s":1}`,
		&f); code != http.StatusUnprocessableEntity {
		t.Errorf("cheese: %d", code)
	}
	var kept material.Stock
	if code := ask(t, s, "POST", "/own/boards", `{"name":"Attic plank","wood":"ponderosa-pine","grade":"knots","width_mm":200,"thickness_mm":20,"e_mpa":8100,"spread":0.02}`, &kept); code != http.StatusCreated || kept.Key == "" {
		t.Fatalf("kept: %d %+v", code, kept)
	}
	if code := ask(t, s, "POST", "/own/boards", `{"name":"Nothing","wood":"cheese","grade":"knots","width_mm":200,"thickness_mm":20,"e_mpa":8100}`, &f); code != http.StatusUnprocessableEntity || f.Path != "wood" {
		t.Errorf("a board of cheese: %d %+v", code, f)
	}
	var own contract.Own
	if ask(t, s, "GET", "/own", "", &own); len(own.Boards) != 1 || own.Boards[0] != kept {
		t.Errorf("%+v", own)
	}
	if code := ask(t, s, "DELETE", "/own/boards/"+kept.Key, "", nil); code != http.StatusNoContent {
		t.Errorf("forgotten: %d", code)
	}
	var m contract.MoistureReply
	if code := ask(t, s, "POST", "/instruments/moisture", `{"seed":3,"condition":"drying","pins":2}`, &m); code != http.StatusOK ||
		m.Fault == "" && m.Pct < 16 {
		t.Errorf("moisture: %d %+v", code, m)
	}
}
