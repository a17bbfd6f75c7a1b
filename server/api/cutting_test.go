package api

import (
	"encoding/json"
	"io"
	"net/http"
	"strings"
	"testing"

	"aguante/core/shop"
	"aguante/server/contract"
)

// A wall is planned in the shop that there is; what is cut is in the journal and its offcut on hand, once, and can be
// taken back; nonsense is named and changes nothing.
func TestCuttingOverTheWire(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	var f contract.Failure
	var mine shop.Shop
	ask(t, s, "GET", "/shop", "", &mine, UnitsHeader, "in kg")
	mine.Stock = []shop.Stock{{ID: "own", Name: "pine", Wood: "eastern-white-pine", Length: 2600, Width: 190, Thickness: 19, Count: 2, Bad: []shop.Span{}}}
	b, _ := json.Marshal(mine)
	if code := ask(t, s, "PUT", "/shop", string(b), &mine, "If-Match", `"0"`); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	body := `{"design":` + jars(t) + `}`
	var now contract.CuttingReply
	if code := ask(t, s, "POST", wall+"/cutting", body, &now); code != http.StatusOK || len(now.Parts) == 0 || len(now.Letters) == 0 {
		t.Fatalf("%d %+v", code, now)
	}
	at := ""
	for _, blank := range now.Cutting.Blanks {
		if blank.Own {
			at = blank.ID
		}
	}
	if at == "" {
		t.Fatal("the own board is not used")
	}
	cut := strings.TrimSuffix(body, "}") + `,"blank":"` + at + `"}`
	var then contract.CuttingReply
	if code := ask(t, s, "POST", wall+"/cut", cut, &then); code != http.StatusOK || len(then.Facts) != 1 || len(then.Shop.Stock) != 2 ||
		then.Shop.Stock[0].Count != 1 {
		t.Fatalf("%d %+v", code, then.Shop.Stock)
	}
	back := strings.TrimSuffix(body, "}") + `,"entry":"` + then.Facts[0].Entry + `"}`
	if code := ask(t, s, "POST", wall+"/uncut", back, &then); code != http.StatusOK || len(then.Facts) != 0 || len(then.Shop.Stock) != 1 ||
		then.Shop.Stock[0].Count != 2 {
		t.Errorf("taken back: %d %+v", code, then.Shop.Stock)
	}
	for name, c := range map[string]struct {
		path, body string
		want       int
	}{
		"no design":             {"/cutting", `{}`, http.StatusBadRequest},
		"a board of none":       {"/cut", strings.TrimSuffix(body, "}") + `,"blank":"gone-1"}`, http.StatusBadRequest},
		"taken back twice":      {"/uncut", back, http.StatusBadRequest},
		"a design that is none": {"/cutting", strings.Replace(body, `"wall"`, `"wal"`, 1), http.StatusUnprocessableEntity},
	} {
		if code := ask(t, s, "POST", wall+c.path, c.body, &f); code != c.want && code != http.StatusBadRequest {
			t.Errorf("%s: %d %+v", name, code, f)
		}
	}
	if code := ask(t, s, "POST", "/projects/nowhere/cutting", body, &f); code != http.StatusNotFound {
		t.Errorf("of no wall: %d", code)
	}
	// The tables: pieces and cuts go out, boards come in with their bad lines named.
	for _, format := range []string{"pieces", "cuts"} {
		reply, err := http.Post(s.URL+"/api"+wall+"/export/"+format, "application/json", strings.NewReader(body))
		if err != nil {
			t.Fatal(err)
		}
		text, _ := io.ReadAll(reply.Body)
		reply.Body.Close()
		if !strings.Contains(string(text), "A1") || !strings.Contains(reply.Header.Get("Content-Disposition"), ".csv") {
			t.Errorf("%s: %d %s", format, reply.StatusCode, text)
		}
	}
	var table contract.StockTable
	if code := ask(t, s, "POST", "/shop/stock", `{"text":"name,wood,length_in,width_in,thickness_in,count,bad_in\nsplit,eastern-white-pine,96,7 1/4,3/4,1,0 to 7 1/2; 90 to 91\nx,straw,90,7,1,1,\n"}`,
		&table); code != http.StatusOK || len(table.Stock) != 1 || len(table.Stock[0].Bad) != 2 || table.Stock[0].Bad[0].To != 190.5 || len(table.Bad) != 1 ||
		table.Bad[0].Line != 3 {
		t.Errorf("%d %+v", code, table)
	}
}
