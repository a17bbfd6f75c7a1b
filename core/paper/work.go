package paper

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"aguante/core/buy"
	"aguante/core/field"
	"aguante/core/order"
	"aguante/core/say"
)

// order is the whole work, day by day, to be ticked with a pencil; without days in the order in which it can be done.
func (s *Subject) order(f *flow) {
	at, warned := map[string]int{}, map[string]bool{}
	for i := range s.Steps {
		at[s.Steps[i].ID] = i
	}
	line := func(st *order.Step, when string) {
		box := "□"
		if st.Done != "" {
			box = "■"
		}
		text := fmt.Sprintf("%s  (%.0f min)", s.in(st.Says), st.Minutes)
		if when != "" {
			text = when + "  " + text
		}
		f.words(box, text, normal, false)
		for _, n := range st.Notes {
			f.words(" ", s.in(n), small, false)
		}
		if st.Wait > 0 {
			f.words(" ", fmt.Sprintf("then %s: %s", waits(st.Wait), s.in(st.Why)), small, false)
		}
		if st.Caution != "" && !warned[st.Caution] {
			warned[st.Caution] = true // once
			f.words("!", st.Caution, small, false)
		}
	}
	if s.Days == nil || len(s.Days.Blocks) == 0 {
		for i := range s.Steps {
			line(&s.Steps[i], "")
		}
		return
	}
	blocks := slices.Clone(s.Days.Blocks)
	slices.SortStableFunc(blocks, func(a, b order.Block) int { return a.From - b.From })
	last := -1
	for _, b := range blocks {
		i, ok := at[b.Step]
		if !ok {
			continue
		}
		if d := b.From / (24 * 60); d != last {
			last = d
			f.heading(s.Start.AddDate(0, 0, d).Format("Monday 2 January 2006"), 16)
		}
		line(&s.Steps[i], clock(b.From)+"–"+clock(b.To))
	}
	f.heading("Afterwards", 20)
	for _, t := range order.Afterwards() {
		f.words("□", s.in(t), small, false)
	}
}

func clock(minute int) string {
	return time.Date(2000, 1, 1, 0, minute%(24*60), 0, 0, time.UTC).Format("15:04")
}

func waits(h float64) string {
	if h >= 48 {
		return fmt.Sprintf("%g days", h/24)
	}
	return fmt.Sprintf("%g h", h)
}

// shopping is what to buy, to be ticked in the shop.
func (s *Subject) shopping(f *flow) {
	if s.Buy == nil {
		return
	}
	for _, k := range field.Keys[buy.Kind]() {
		var rows [][]string
		title := ""
		for i := range s.Buy.Rows {
			r := &s.Buy.Rows[i]
			if r.Kind != k || r.Buy == 0 {
				continue
			}
			box, price := "□", ""
			if r.Bought != "" {
				box = "■"
			}
			if r.Cost > 0 {
				price = fmt.Sprintf("%.2f", r.Cost)
			}
			rows = append(rows, []string{box, Packs(r), s.in(r.Name), s.in(r.Note), r.Where, price})
		}
		for _, c := range k.Choices() {
			if c.Key == string(k) {
				title = c.Label
			}
		}
		if len(rows) > 0 {
			f.heading(title, 16)
			f.table([]float64{0.6, 2.4, 8, 5, 3, 2}, nil, rows)
		}
	}
	f.words("", fmt.Sprintf("%.2f to pay; %d without a price", s.Buy.Total, s.Buy.Unpriced), normal, true)
}

// Packs is how many of a row are bought, as they are sold.
func Packs(r *buy.Row) string {
	unit := map[buy.Unit]string{buy.Grams: " g", buy.Litres: " l", buy.Pieces: "", buy.Sheets: " sheets"}[r.Unit]
	if r.Pack == 1 && r.Unit != buy.Litres {
		return strings.TrimSpace(fmt.Sprintf("%d%s", r.Buy, unit))
	}
	return fmt.Sprintf("%d × %s%s", r.Buy, say.Decimal(r.Pack, 2), unit)
}
