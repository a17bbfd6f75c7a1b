package api

import (
	"errors"
	"fmt"
	"mime"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"aguante/core/design"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/server/contract"
	"aguante/server/export"
	"aguante/server/store"
	"aguante/server/tables"
)

// refuseTyped answers that what a person typed cannot be taken, and where.
func refuseTyped(c *gin.Context, path string, err error) {
	fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "quantity", Path: path, Message: err.Error()})
}

// contents makes an item of a row of the catalogue.
func (a *Server) contents(c *gin.Context) {
	var q contract.ContentsRequest
	if !a.body(c, &q) {
		return
	}
	row, ok, err := a.contentsRow(c, q.Row)
	if err != nil {
		a.failed(c, err)
		return
	}
	if !ok {
		a.failed(c, fmt.Errorf("%w: no contents %q", errRequest, q.Row))
		return
	}
	amount, path, err := amountOf(row, q)
	if err != nil {
		refuseTyped(c, path, err)
		return
	}
	item, err := row.Make(amount, q.Room)
	if err != nil {
		refuseTyped(c, "amount", err)
		return
	}
	a.send(c, http.StatusOK, item)
}

// amountOf reads the amount by the row's measure, and says which field is wrong.
func amountOf(row load.Row, q contract.ContentsRequest) (amount float64, path string, err error) {
	if row.By == load.PerMetre {
		l, err := quantity.ParseLength(q.Amount, q.Unit)
		return float64(l), "amount", err
	}
	amount, err = quantity.ParseNumber(q.Amount)
	if err != nil || row.By != load.PerCubic {
		return amount, "amount", err
	}
	if len(q.Sizes) != 3 {
		return 0, "sizes", errors.New("give length, width and thickness")
	}
	for i, text := range q.Sizes {
		l, err := quantity.ParseLength(text, q.Unit)
		if err == nil && l <= 0 {
			err = quantity.ErrRange
		}
		if err != nil {
			return 0, fmt.Sprintf("sizes[%d]", i), err
		}
		amount *= float64(l) / 1000
	}
	return amount, "", nil
}

// split shares a collection out.
func (a *Server) split(c *gin.Context) {
	var q contract.SplitRequest
	if !a.body(c, &q) {
		return
	}
	mass, err := quantity.ParseMass(q.Mass, string(q.Units.Mass))
	if err != nil {
		refuseTyped(c, "mass", err)
		return
	}
	var size quantity.Length
	if strings.TrimSpace(q.Size) != "" {
		if size, err = quantity.ParseLength(q.Size, string(q.Units.Length)); err != nil {
			refuseTyped(c, "size", err)
			return
		}
	}
	whole := map[string]int{}
	for path, text := range map[string]string{"count": q.Count, "racks": q.Racks, "bins": q.Bins} {
		if path == "count" && strings.TrimSpace(text) == "" {
			continue
		}
		n, err := quantity.ParseNumber(text)
		if err == nil && n != float64(int(n)) {
			err = fmt.Errorf("%q is not a whole number", text)
		}
		if err != nil {
			refuseTyped(c, path, err)
			return
		}
		whole[path] = int(n)
	}
	parts, err := load.Split(float64(mass), float64(size), whole["count"], whole["racks"], whole["bins"])
	if err != nil {
		refuseTyped(c, "", err)
		return
	}
	a.send(c, http.StatusOK, parts)
}

// table finds what a table request is about.
func (a *Server) table(c *gin.Context) (q contract.TableRequest, shelf *design.Shelf, ok bool) {
	if !a.body(c, &q) {
		return q, nil, false
	}
	if q.Design == nil {
		return q, nil, true
	}
	for i := range q.Design.Shelves {
		if q.Design.Shelves[i].ID == q.Shelf {
			shelf = &q.Design.Shelves[i]
		}
	}
	if q.Shelf != "" && shelf == nil {
		a.failed(c, fmt.Errorf("%w: no shelf %q", errRequest, q.Shelf))
		return q, nil, false
	}
	return q, shelf, true
}

// readTable reads a CSV table without changing anything: what would be taken
// and which lines would not.
func (a *Server) readTable(c *gin.Context) {
	q, shelf, ok := a.table(c)
	if !ok {
		return
	}
	if q.Design == nil {
		a.failed(c, errRequest)
		return
	}
	var reply contract.TableReply
	var err error
	if shelf != nil {
		reply.Items, reply.Bad, err = tables.ReadContents(q.Text, float64(shelf.Length), float64(shelf.Depth), uuid.NewString)
	} else {
		reply.Studs, reply.Bad, err = tables.ReadStuds(q.Text, q.Design.Wall, uuid.NewString)
	}
	if err != nil {
		refuseTyped(c, "text", err)
		return
	}
	a.send(c, http.StatusOK, reply)
}

// export writes a file.
func (a *Server) export(c *gin.Context) {
	q, shelf, ok := a.table(c)
	if !ok {
		return
	}
	parts, err := store.Kept[support.StockPart](c.Request.Context(), a.store, store.OwnParts)
	if err != nil {
		a.failed(c, err)
		return
	}
	mine, _, err := a.shopNow(c)
	if err != nil {
		a.failed(c, err)
		return
	}
	f, err := export.Write(c.Param("format"), &export.Subject{Design: q.Design, Shelf: shelf, Parts: parts, Stock: mine.Stock, Units: unitsOf(c)})
	if err != nil {
		a.failed(c, err)
		return
	}
	attach(c, f.Name, "", f.Type, f.Bytes)
}

// attach answers with a file.
func attach(c *gin.Context, name, ending, kind string, b []byte) {
	c.Header("Content-Disposition", mime.FormatMediaType("attachment", map[string]string{"filename": export.FileName(name + ending)}))
	c.Data(http.StatusOK, kind, b)
}
