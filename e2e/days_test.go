package e2e

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"aguante/core/plan"
	"aguante/core/shop"
)

// planOf is what was decided about the long wall.
func planOf(a *app, p *page) (out plan.Plan) {
	p.t.Helper()
	id := eval[string](p, `location.pathname.split("/")[2]`)
	if err := json.Unmarshal(a.get("/api/projects/"+id+"/plan"), &out); err != nil {
		p.t.Fatal(err)
	}
	return out
}

// The demo wall planned from a date: a block is dragged to another day, a day is lost, five steps are ticked, and the end
// moves with each; a caution that is read does not come back; who works when is said at the side.
func TestPlanTheDays(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.keys("5")
	p.click("button|=Days")
	p.says("[data-testid=end]", "of work on")
	end := func() string { return p.text("[data-testid=end]") }
	moves := func(what, was string) {
		t.Helper()
		p.until("another end after "+what, `document.querySelector("[data-testid=end]")?.textContent !== `+quoted(was))
		p.settled()
	}
	monday := time.Now().AddDate(0, 0, 30)
	for monday.Weekday() != time.Monday {
		monday = monday.AddDate(0, 0, 1)
	}
	was := end()
	eval[chromedp.Void](p, `(e => { Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(e, "`+monday.Format(time.DateOnly)+
		`"); e.dispatchEvent(new Event("input", { bubbles: true })); e.dispatchEvent(new Event("change", { bubbles: true })); })(document.querySelector("input[type=date]"))`)
	moves("a start", was)
	first := monday.AddDate(0, 0, 1).Format(time.DateOnly) // the first evening
	p.see(`[data-day="` + first + `"]`)
	p.click("aside button|=say when I work")
	p.see("[data-testid=person]")
	p.put("hours on Monday", "3")
	// The first step goes to the next day on which there is work.
	p.see(`[data-day="` + monday.Format(time.DateOnly) + `"] [data-step]`)
	x, y := p.centre(`[data-day="` + monday.Format(time.DateOnly) + `"] [data-step^="stock/"] .fig`)
	next := eval[string](p, `[...document.querySelectorAll("[data-day]")].map(e => e.dataset.day)[1]`)
	tx, ty := p.centre(`[data-day="` + next + `"] b`)
	p.dragFrom(x, y, tx-x, ty-y)
	p.until("it on the other day", `document.querySelector('[data-day="`+next+`"] [data-step^="stock/"]')`)
	if d := planOf(a, p).Days; len(d) != 1 || d[0].On != next || !strings.HasPrefix(d[0].Step, "stock/") {
		t.Errorf("put on %+v", d)
	}
	p.click("[data-step] button|let go")
	p.gone("[data-step] button|let go")
	p.settled()
	lost := eval[string](p, `document.querySelector("[data-day]").dataset.day`)
	p.click(`[data-day] button|=no time`)
	p.gone(`[data-day="` + lost + `"]`)
	p.settled()
	if d := planOf(a, p).Off; len(d) != 1 {
		t.Errorf("without work: %v", d)
	}
	p.click("[data-testid=days] button|=read")
	p.settled()
	// Ticked now, a month before they were planned: they are over.
	was = end()
	for range 5 {
		step := eval[string](p, `document.querySelector("[data-step]").dataset.step`)
		p.click("[data-step] button [aria-label$=': done']")
		p.until("the step gone", `![...document.querySelectorAll("[data-step]")].some(e => e.dataset.step === `+quoted(step)+`)`)
		p.settled()
	}
	if n := len(factsOf(a, p)); n != 6 {
		t.Errorf("%d facts", n)
	}
	p.see("[data-testid=done]")
	eval[chromedp.Void](p, `document.querySelector('[data-testid=done] button[aria-label^="it took"]').click()`)
	p.until("a field to type in", `document.activeElement.tagName === "INPUT"`)
	p.keys("25\r")
	p.until("it kept", `document.querySelector("[data-testid=done]").textContent.includes("25")`)
	p.click("[data-testid=done] button|=it is not")
	p.until("four done", `document.querySelectorAll("[data-testid=done] li").length === 4`)
	moves("five steps early", was)
	p.click("summary|why it ends")
	p.see("[data-testid=why] li")
	p.see("[data-testid=next]|Next:")
	p.click(`[data-testid=way] button[aria-label^="Drill"]`)
	p.see("[data-testid=hole]")
}

func itoa(n int) string { b, _ := json.Marshal(n); return string(b) }

// Half the list is bought, one thing gets a price; the finish decides what is on it. On a phone the rows have large ticks.
func TestShopping(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.keys("5")
	p.click("button|=Shopping")
	p.says("[data-testid=total]", "to pay")
	p.see(`[data-row="finish/oil"]`)
	p.settled()
	was := p.text("[data-testid=total]")
	eval[chromedp.Void](p, `document.querySelector('[data-row="finish/oil"] button[aria-label^="price of"]').click()`)
	p.until("a field to type in", `document.activeElement.tagName === "INPUT"`)
	p.keys("18.5\r")
	p.until("a price", `document.querySelector('[data-row="finish/oil"]').textContent.includes("18.50")`)
	var s shop.Shop
	if err := json.Unmarshal(a.get("/api/shop"), &s); err != nil || len(s.Prices) != 1 || s.Prices[0].Price != 18.5 {
		t.Errorf("prices %+v, %v", s.Prices, err)
	}
	p.until("another total", `document.querySelector("[data-testid=total]").textContent !== `+quoted(was))
	n := eval[int](p, `document.querySelectorAll("[data-row] button:enabled [aria-label$=': bought']").length`)
	for i := range n / 2 {
		eval[chromedp.Void](p, `[...document.querySelectorAll("[data-row] button:enabled")].find(b => b.textContent === "○").click()`)
		p.until("one more bought", `[...document.querySelectorAll("[data-row] button")].filter(b => b.textContent === "✓").length > `+itoa(i))
	}
	p.settled()
	p.choose("finish", "paint")
	p.see(`[data-row="finish/primer"]`)
	p.put("coats", "3")
	p.settled()
	if f := a.named("Honey room, long wall").Making.FinishOf("jars"); f.Kind != "paint" || f.Coats != 3 {
		t.Errorf("finished %+v", f)
	}

	phone := browse(t, a.url, 390, 844)
	phone.byTouch()
	phone.click("h2 a|Honey room, long wall")
	phone.says("[data-testid=verdict]", "Holds")
	phone.keys("5")
	phone.click("button|=Days")
	phone.see("[data-step]")
	if h := eval[float64](phone, `document.querySelector("[data-step] button").getBoundingClientRect().height`); h < 44 {
		t.Errorf("a tick is %v px high", h)
	}
}
