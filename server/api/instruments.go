package api

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"aguante/core/check"
	"aguante/core/problem"
	"aguante/core/scan"
	"aguante/core/wall"
	"aguante/server/contract"
	"aguante/server/instrument"
	"aguante/server/tables"
)

// scale reads the simulated weighing scale.
func (a *Server) scale(c *gin.Context) {
	var q contract.ScaleRequest
	if !a.body(c, &q) {
		return
	}
	if err := instrument.At(q.At); err != nil {
		refuseTyped(c, "at_s", err)
		return
	}
	s, err := instrument.NewScale(q.Seed, q.Deeds)
	if err != nil {
		refuseTyped(c, "deeds", err)
		return
	}
	a.send(c, http.StatusOK, s.Read(q.At))
}

// dial reads the simulated dial gauge under a board on two battens.
func (a *Server) dial(c *gin.Context) {
	var q contract.DialRequest
	if !a.body(c, &q) {
		return
	}
	d, err := instrument.ReadDial(q.Seed, q.Bench, q.Presses, q.At)
	if err != nil {
		refuseTyped(c, "presses", err)
		return
	}
	a.send(c, http.StatusOK, d)
}

// moisture reads the simulated moisture meter.
func (a *Server) moisture(c *gin.Context) {
	var q contract.MoistureRequest
	if !a.body(c, &q) {
		return
	}
	pct, fault := instrument.ReadMoisture(q.Seed, q.Condition, q.Pins)
	a.send(c, http.StatusOK, contract.MoistureReply{Pct: pct, Fault: fault})
}

// scanner sweeps the simulated stud scanner over a wall.
func (a *Server) scanner(c *gin.Context) {
	var q contract.ScannerRequest
	if !a.body(c, &q) {
		return
	}
	behind, name, err := a.behindThe(q)
	if err != nil {
		a.failed(c, err)
		return
	}
	readings, err := instrument.Sweep(q.Seed, behind, q.Moves)
	if err != nil {
		refuseTyped(c, "moves", err)
		return
	}
	a.send(c, http.StatusOK, contract.ScanReply{Behind: name, Readings: readings, Marks: scan.Marks(readings)})
}

// behindThe finds the wall that a sweep goes over.
func (a *Server) behindThe(q contract.ScannerRequest) (*wall.Wall, string, error) {
	walls, err := a.walls()
	for _, p := range walls {
		if p.Name == q.Wall {
			return &p.Wall, p.Name, err
		}
	}
	if l := problem.New(); err == nil {
		if l.Between("length_mm", float64(q.Length), 200, 30000); len(l.All()) > 0 {
			return nil, "", check.Invalid(l.All())
		}
	}
	return instrument.MadeUp(q.Seed, q.Length), "a made-up wall", err
}

// scan reads what a scanner of one's own has written.
func (a *Server) scan(c *gin.Context) {
	var q contract.ScanRequest
	if !a.body(c, &q) {
		return
	}
	readings, err := tables.ReadScan(q.Text)
	if err != nil {
		refuseTyped(c, "text", err)
		return
	}
	a.send(c, http.StatusOK, contract.ScanReply{Readings: readings, Marks: scan.Marks(readings)})
}
