package web

import (
	"encoding/json"
	"os"
	"testing"

	"aguante/web/nodetest"
)

// The front end writes figures the way the core does: both are held against
// one golden table. TypeScript's own compiler turns format.ts into something
// that node runs.
func TestTheScreenWritesFiguresLikeTheCore(t *testing.T) {
	const script = `
const ts = require("typescript"), fs = require("fs");
const js = ts.transpileModule(fs.readFileSync("src/format.ts", "utf8"), { compilerOptions: { module: "CommonJS", target: "ES2022" } }).outputText;
const f = {}; new Function("exports", js)(f);
const as = {
  length: (v, u) => f.lengthUnit(v, u), mass: (v, u) => f.mass(v, u) + " " + u.mass, holds: (v, u) => f.holds(v, u),
  asked: (v, u) => f.asked(v, u),
};
const rows = JSON.parse(fs.readFileSync("../core/say/testdata/format.json", "utf8"));
console.info(JSON.stringify(rows.map(r => as[r.as](r.value, { length: r.in, mass: r.in }))));`
	out := nodetest.Run(t, nil, "-e", script)
	var got []string
	if err := json.Unmarshal(out, &got); err != nil {
		t.Fatal(err)
	}
	b, err := os.ReadFile("../core/say/testdata/format.json")
	if err != nil {
		t.Fatal(err)
	}
	var rows []struct {
		As, In, Want string
		Value        float64
	}
	if err := json.Unmarshal(b, &rows); err != nil {
		t.Fatal(err)
	}
	for i, r := range rows {
		if got[i] != r.Want {
			t.Errorf("%v as %s in %s: the screen says %q, want %q", r.Value, r.As, r.In, got[i], r.Want)
		}
	}
}
