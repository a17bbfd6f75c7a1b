package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"runtime"
	"strings"
	"testing"
)

// many is a list of n times one element.
func many(one string, n int) string {
	return "[" + strings.TrimSuffix(strings.Repeat(one+",", n), ",") + "]"
}

// Whatever 64 kB ask for, it costs no more than 64 MB, and what is too much is refused before
// work begins, in few words.
func TestSmallBodiesStaySmall(t *testing.T) {
	s := server(t)
	with := func(change func(d, wall, shelf map[string]any)) string {
		var d map[string]any
		if err := json.Unmarshal([]byte(jars(t)), &d); err != nil {
			t.Fatal(err)
		}
		change(d, d["wall"].(map[string]any), d["shelves"].([]any)[0].(map[string]any))
		b, err := json.Marshal(d)
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	long, empties := strings.Repeat("k", 60000), json.RawMessage(many("{}", 20000))
	studs := with(func(_, wall, _ map[string]any) { wall["studs"] = empties })
	shelves := with(func(d, _, _ map[string]any) { d["shelves"] = empties })
	supports := with(func(_, _, shelf map[string]any) { shelf["supports"] = empties })
	keys := with(func(d, wall, _ map[string]any) { d[long], wall[long] = 1, 1 })
	moves := make([]string, 2500)
	for i := range moves {
		moves[i] = fmt.Sprintf(`{"at_s":%d,"x_mm":%d}`, i, i%2*3000)
	}
	text := func(of string, n int) string { b, _ := json.Marshal(strings.Repeat(of, n)); return string(b) }
	jar := `{"design":` + jars(t) + `,"shelf":"jars",`
	for name, c := range map[string]struct {
		path, body string
		code       int
	}{
		"studs without end":     {"/check", `{"base":{"document":` + studs + `},"shelves":[]}`, 422},
		"shelves without end":   {"/check", `{"base":{"document":` + jars(t) + `},"shelves":` + string(empties) + `}`, 422},
		"supports without end":  {"/check", `{"base":{"document":` + jars(t) + `},"shelves":[{"shelf":{"supports":` + string(empties) + `}}]}`, 200},
		"a file's studs":        {"/file", studs, 422},
		"a file's shelves":      {"/file", shelves, 422},
		"a file's supports":     {"/file", supports, 422},
		"a file's long keys":    {"/file", keys, 422},
		"a file without a name": {"/file", strings.Repeat("[", 60000), 422},
		"places to look for":    {"/improve", `{"design":` + supports + `,"shelf":"jars"}`, 422},
		"a walk to and fro":     {"/instruments/scanner", `{"seed":1,"wall":"x","length_mm":30000,"moves":[` + strings.Join(moves, ",") + `]}`, 422},
		"a log":                 {"/scan", `{"text":` + text("1,2,3\n", 10000) + `}`, 422},
		"a long table":          {"/table/read", jar + `"text":` + text("a,b\n", 12000) + `}`, 0},
		"a wide table":          {"/table/read", jar + `"text":` + text(",", 60000) + `}`, 0},
		"woods":                 {"/ladder", jar + `"woods":` + many(`"a"`, 12000) + `}`, 422},
		"thicknesses":           {"/ladder", jar + `"woods":["red-oak"],"thicknesses_mm":` + many("0", 20000) + `}`, 422},
		"readings":              {"/stiffness", `{"span_mm":800,"width_mm":100,"thickness_mm":20,"readings":` + string(empties) + `}`, 422},
		"places":                {"/make", jar + `"what":"places","at_mm":` + many("1", 20000) + `}`, 422},
		"presses":               {"/instruments/dial", `{"presses":` + string(empties) + `}`, 422},
		"digits":                {"/quantity", `{"kind":"length","text":` + text("1", 60000) + `}`, 422},
		"entries":               {"/projects/none/journal", `{"entries":` + string(empties) + `}`, 422},
		"clamps":                {"/shop", `{"clamps":` + string(empties) + `}`, 422},
	} {
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		var reply json.RawMessage
		code := ask(t, s, http.MethodPost, c.path, c.body, &reply, "If-Match", `"0"`)
		runtime.ReadMemStats(&after)
		if mb := (after.TotalAlloc - before.TotalAlloc) >> 20; mb > 64 || len(reply) > 1<<20 {
			t.Errorf("%s: %d kB took %d MB and answered %d kB", name, len(c.body)>>10, mb, len(reply)>>10)
		}
		if c.code != 0 && code != c.code || code >= 500 {
			t.Errorf("%s: %d, %.200s", name, code, reply)
		}
	}
}
