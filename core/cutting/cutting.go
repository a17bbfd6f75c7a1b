// Package cutting lays pieces on boards and sheets: which board each is cut from and where, with
// the blade counted, and a bound that says whether fewer boards could do. It knows lengths, widths
// and kerfs, and nothing of shelves. All lengths are in millimetres.
package cutting

// Item is a piece to be cut from a board: its rough length along the board.
type Item struct {
	ID     string
	Length float64
}

// Board is a stretch of board that can be cut, or a size of board that can be bought. Own stock is
// there Count times; of what can be bought there is no end.
type Board struct {
	ID     string
	Length float64 // what can be used: past the squaring cut, clear of bad places
	Cost   float64 // of one; 0 for own stock
	Count  int     // how many there are; 0 for as many as are wanted
}

// Own tells whether the board is on hand.
func (b *Board) Own() bool { return b.Count > 0 }

// Filled is one board with what is cut from it, the first at its squared end.
type Filled struct {
	Board string
	Items []Item
}

// Layout is a plan for all items. Unplaced are those that fit no board at all. Least is how many
// boards no plan can do without; Cheapest is what no plan can cost less than.
type Layout struct {
	Boards   []Filled
	Unplaced []Item
	Least    int
	Cheapest float64
	Settled  bool // the search ended by itself: nothing it looks for is better
}

// Used is the length that items take of a board: themselves and a blade between each two. What ends at
// the board's end needs no last cut.
//
//	Σℓ + (n − 1) k ≤ S − s
func Used(items []Item, kerf float64) float64 {
	var sum float64
	for i, it := range items {
		if i > 0 {
			sum += kerf
		}
		sum += it.Length
	}
	return sum
}

// Left is what remains of a length after items and the blade behind the last of them.
//
//	max(0, S − s − Σℓ − n k)
func Left(length float64, items []Item, kerf float64) float64 {
	left := length - Used(items, kerf)
	if len(items) > 0 {
		left -= kerf
	}
	return max(0, left)
}

// Equal is the longest length of which n come out of one board: the blade is counted between them.
//
//	(S − (n − 1) k) / n
func Equal(length float64, n int, kerf float64) float64 {
	return (length - float64(n-1)*kerf) / float64(n)
}

// near is how much a fit may be short by: what no saw can tell.
const near = 1e-6
