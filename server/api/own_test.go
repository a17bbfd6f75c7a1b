package api

import (
	"net/http"
	"testing"

	"aguante/core/load"
	"aguante/server/contract"
)

func TestOwnContentsAreKeptUsedAndForgotten(t *testing.T) {
	s := server(t)
	var row load.Row
	body := `{"name":"Propolis tubs","by":"piece","low_kg":1.5,"high_kg":2,"shape":"cans","width_mm":120,"depth_mm":0,"height_mm":150,"basis":"weighed"}`
	if code := ask(t, s, "POST", "/own/contents", body, &row); code != http.StatusCreated || row.Key == "" || row.Group != load.OwnGroup {
		t.Fatalf("%d %+v", code, row)
	}
	var own contract.Own
	if code := ask(t, s, "GET", "/own", "", &own); code != http.StatusOK || len(own.Contents) != 1 || own.Contents[0] != row {
		t.Fatalf("%d %+v", code, own)
	}
	var it load.Item
	if code := ask(t, s, "POST", "/contents", `{"row":"`+row.Key+`","amount":"3","unit":"mm","room_mm":900}`, &it); code != http.StatusOK ||
		it.Mass() != 6 || it.Low().Mass() != 4.5 || it.To != 360 {
		t.Errorf("three of them: %d %+v", code, it)
	}
	if code := ask(t, s, "DELETE", "/own/contents/"+row.Key, "", nil); code != http.StatusNoContent {
		t.Errorf("forgotten: %d", code)
	}
	if code := ask(t, s, "DELETE", "/own/contents/"+row.Key, "", nil); code != http.StatusNotFound {
		t.Errorf("forgotten twice: %d", code)
	}
	if ask(t, s, "GET", "/own", "", &own); len(own.Contents) != 0 {
		t.Errorf("still there: %+v", own)
	}
}

func TestOwnContentsThatMakeNoSense(t *testing.T) {
	s := server(t)
	for name, c := range map[string]struct{ body, path string }{
		"no name":                 {`{"name":" ","by":"piece","low_kg":1,"high_kg":2,"shape":"box","width_mm":100,"height_mm":100}`, "name"},
		"low above high":          {`{"name":"a","by":"piece","low_kg":3,"high_kg":2,"shape":"box","width_mm":100,"height_mm":100}`, "low_kg"},
		"weighs nothing":          {`{"name":"a","by":"piece","low_kg":0,"high_kg":0,"shape":"box","width_mm":100,"height_mm":100}`, "high_kg"},
		"told by nothing known":   {`{"name":"a","by":"bucket","low_kg":1,"high_kg":2,"shape":"box","width_mm":100,"height_mm":100}`, "by"},
		"no width":                {`{"name":"a","by":"piece","low_kg":1,"high_kg":2,"shape":"box","width_mm":0,"height_mm":100}`, "width_mm"},
		"a shape nobody can draw": {`{"name":"a","by":"piece","low_kg":1,"high_kg":2,"shape":"blob","width_mm":10,"height_mm":100}`, "shape"},
	} {
		var f contract.Failure
		if code := ask(t, s, "POST", "/own/contents", c.body, &f); code != http.StatusUnprocessableEntity || f.Path != c.path {
			t.Errorf("%s: %d at %q", name, code, f.Path)
		}
	}
	var own contract.Own
	if ask(t, s, "GET", "/own", "", &own); len(own.Contents) != 0 {
		t.Errorf("kept all the same: %+v", own)
	}
}
