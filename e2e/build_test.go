package e2e

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"aguante/core/shop"
)

// openCutting opens how the honey room is cut.
func openCutting(t *testing.T, width, height int64) (*app, *page) {
	t.Helper()
	a, p := openJars(t, width, height)
	p.keys("5")
	p.click("button|=Cutting")
	p.says("[data-testid=plan]", "to pay")
	return a, p
}

// settledPlan waits until the plan is that of what is on the screen.
func (p *page) settledPlan() {
	p.t.Helper()
	p.settled()
	p.until("a settled plan", `!document.querySelector("[data-testid=settling]").textContent.includes("settling")`)
}

// blankOf is the board or sheet that a piece is drawn on.
func blankOf(p *page, piece string) string {
	p.t.Helper()
	return eval[string](p, `document.querySelector('[data-piece="`+piece+`"]')?.closest("[data-blank]").dataset.blank ?? ""`)
}

// The demo's boards: the own one with a split end is used first and clear of the split; a piece pressed is lit on the
// wall, and a shelf pressed on the wall finds its piece; the address brings one back there.
func TestPiecesAndBoards(t *testing.T) {
	t.Parallel()
	_, p := openCutting(t, 1280, 800)
	if b := blankOf(p, "jars/board#1"); b != "own-pine-1" {
		t.Errorf("the jar shelf's board is cut from %s", b)
	}
	p.see("section|1 × 8 with a split end")
	p.see("ol button|Do not move it before")
	p.click(`[data-piece="jars/board#1"]`)
	p.see("aside h2|A1, board of Jar shelf")
	p.says("aside", "from 7 1/2 in") // where the split ends
	p.click("button|=Pieces")
	p.see("button|A board")
	p.see("button|F × 18 cheek of an arm")
	p.until("the shelf lit on the wall", `document.querySelector('[aria-label^="Drawing of"] rect[stroke="var(--chalk)"]')`)
	p.do(chromedp.Reload())
	p.see("button|A board")
	p.keys("4") // the drawing of the wall again
	p.see(thing("shelf", "jars"))
}

// A board is longer by its allowance; a wider kerf and a price are typed, and the plan follows.
func TestThePlanFollowsWhatIsTyped(t *testing.T) {
	t.Parallel()
	a, p := openCutting(t, 1280, 800)
	p.click(`[data-piece="jars/board#1"]`)
	p.put("left longer", "1/2")
	p.until("the longer board", `document.querySelector('[data-piece="jars/board#1"]').getAttribute("aria-label").includes("68")`)
	p.choose("shows", "both")
	p.choose("off one length", "1")
	p.settled()
	if m := a.named("Honey room, long wall").Making.Of("jars/board"); m.Longer != 12.7 || m.Shows != "both" || m.Row != "1" {
		t.Errorf("kept %+v", m)
	}
	p.click("aside button|=my boards and prices")
	p.put("price", "114.5") // of the first that is to be bought
	p.click("[role=dialog] button|=close")
	p.gone("[role=dialog]")
	p.put("saw cuts", "1/4")
	p.says("[data-testid=plan]", "to pay")
	var s shop.Shop
	if err := json.Unmarshal(a.get("/api/shop"), &s); err != nil || s.Kerf != 6.35 || s.Offers[0].Price != 114.5 {
		t.Errorf("the shop has a kerf of %v, %v to pay, %v", s.Kerf, s.Offers[0].Price, err)
	}
	p.put("saw cuts", "3 in") // more than any blade
	p.see("[role=alert]")
	if err := json.Unmarshal(a.get("/api/shop"), &s); err != nil || s.Kerf != 6.35 {
		t.Errorf("the shop has a kerf of %v", s.Kerf)
	}
}

// A piece is put on a board of its own by its list and dragged back with the mouse; where it does not fit it stays,
// and that is said; a lock holds a board.
func TestDragAPieceToAnotherBoard(t *testing.T) {
	t.Parallel()
	_, p := openCutting(t, 1280, 800)
	const brace, arm, long = "tools-6/brace#1", "tools-6/arm#1", "hooks/length-1#1"
	p.click("aside button|=my boards and prices")
	p.give("Boards on hand", "boards.csv", "name,wood,length_in,width_in,thickness_in,count,bad_in\nshort 2 × 4,douglas-fir,44,3.5,1.5,2,43.5 to 44\n"+
		"nothing,straw,30,3,1,1,\n")
	p.says("[role=dialog] [role=alert]", "straw")
	p.click("[role=dialog] button|=close")
	p.gone("[role=dialog]")
	p.see("section|short 2 × 4")
	on := func(piece string) string {
		return `document.querySelector('[data-piece="` + piece + `"]')?.closest("[data-blank]").dataset.blank`
	}
	p.until("them on two boards", on(arm)+" !== "+on(long))
	short, other := blankOf(p, arm), blankOf(p, long)
	hold := func(piece string) { // by its key: it is small
		eval[chromedp.Void](p, `document.querySelector('[data-piece="`+piece+`"]').focus()`)
		p.keys(" ")
	}
	hold(brace)
	p.see("aside h2|K1, brace")
	p.chooseIn("put it on", short)
	p.until("the brace beside the arm", on(brace)+` === "`+short+`"`)
	p.settledPlan()
	eval[chromedp.Void](p, `document.querySelector('section[data-blank="`+other+`"]').scrollIntoView({ block: "center" })`)
	x, y := p.centre(`[data-piece="` + brace + `"] rect`)
	tx, ty := p.centre(`section[data-blank="` + other + `"] svg`)
	p.dragFrom(x, y, tx-x, ty-y)
	p.until("it dragged back", on(brace)+` === "`+other+`"`)
	// There is no room for the arm: it stays, and that is said.
	hold(arm)
	p.see("aside h2|I1, arm")
	p.chooseIn("put it on", other)
	p.see("aside [role=alert]|does not fit there")
	if b := blankOf(p, arm); b != short {
		t.Errorf("it is on %s", b)
	}
	lock := "section[data-blank='" + other + "'] button"
	p.click(lock + "|=lock it")
	p.see(lock + "|locked: plan it again")
	// The long one grows until its board is too short for what was put there: that is said, and let go.
	hold(long)
	p.put("left longer", "3")
	p.says("[data-testid=unmet]", "does not fit there any more")
	p.click("[data-testid=unmet] button")
	p.gone("[data-testid=unmet]")
}

// What is cut is a fact: it is in the journal, its offcut on hand, it outlives a reload and undo, and can be taken
// back.
func TestCutBoardsAreFacts(t *testing.T) {
	t.Parallel()
	a, p := openCutting(t, 1280, 800)
	stock := func() (names []string) {
		var s shop.Shop
		if err := json.Unmarshal(a.get("/api/shop"), &s); err != nil {
			t.Fatal(err)
		}
		for _, b := range s.Stock {
			names = append(names, b.Name)
		}
		return names
	}
	p.click(`section[data-blank="own-pine-1"] button|=all of it is cut`)
	p.says("[data-testid=cut]", "A1")
	p.gone(`[data-piece="jars/board#1"]`)
	if now := strings.Join(stock(), ", "); !strings.Contains(now, "offcut of 1 × 8") || strings.Contains(now, "1 × 8 with a split end,") {
		t.Errorf("on hand: %s", now)
	}
	p.do(chromedp.Reload())
	p.says("[data-testid=cut]", "A1")
	p.click("aside [data-testid=cut] button|=it is not")
	p.gone("[data-testid=cut]")
	p.see(`[data-piece="jars/board#1"]`)
	if now := strings.Join(stock(), ", "); now != "offcut, 1 × 8 with a split end" {
		t.Errorf("on hand again: %s", now)
	}
	if n := len(factsOf(a, p)); n != 2 {
		t.Errorf("%d entries", n)
	}
}

// A piece longer than any board is said, with what would help, and the rest is planned.
func TestTooLongForAnyBoard(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.put("length of the board", "130")
	p.keys("5")
	p.click("button|=Cutting")
	p.says("[data-testid=uncut]", "A1 is 130 in long")
	p.says("[data-testid=uncut]", "Join it, or buy one of")
	p.says("[data-testid=plan]", "to pay")
}

// On a phone, and printed: the cut sheet has pieces, boards, cuts in their order and labels.
func TestCutSheet(t *testing.T) {
	t.Parallel()
	_, p := openCutting(t, 390, 844)
	p.click("aside button|=print the cut sheet")
	for _, says := range []string{"Pieces", "From these", "In this order", "Labels", "A1", "cheek of an arm"} {
		p.says("[role=dialog]", says)
	}
}

// aguante cut prints pieces, plan and bound; a shop's file that is wrong is named.
func TestCutCommand(t *testing.T) {
	t.Parallel()
	out, err := program("cut", "../demo/honey-room.json", "--shop", "../demo/shop/shop.json").CombinedOutput()
	if err != nil || !strings.Contains(string(out), "on hand") || !strings.Contains(string(out), "to pay") || !strings.Contains(string(out), "Stop at 67 1/2 in") {
		t.Errorf("%v\n%s", err, out)
	}
	out, err = program("cut", "../demo/honey-room.json", "--json").Output()
	var got struct {
		Pieces  []any `json:"pieces"`
		Cutting struct {
			Blanks []any `json:"blanks"`
		} `json:"cutting"`
	}
	if err != nil || json.Unmarshal(out, &got) != nil || len(got.Pieces) != 19 || len(got.Cutting.Blanks) == 0 {
		t.Errorf("%v: %d pieces, %d blanks", err, len(got.Pieces), len(got.Cutting.Blanks))
	}
	bad := filepath.Join(t.TempDir(), "shop.json")
	if err := os.WriteFile(bad, []byte(`{"format":"aguante-shop","version":1,"kerf_mm":40}`), 0o644); err != nil {
		t.Fatal(err)
	}
	if out, err := program("cut", "../demo/honey-room.json", "--shop", bad).CombinedOutput(); err == nil || !strings.Contains(string(out), "kerf_mm") {
		t.Errorf("%v\n%s", err, out)
	}
}
