package api

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"aguante/server/contract"
	"aguante/server/instrument"
)

// scale reads the simulated weighing scale.
func (a *Server) scale(c *gin.Context) {
	var q contract.ScaleRequest
	if !a.body(c, &q) {
		return
	}
	s, err := instrument.NewScale(q.Seed, q.Deeds)
	if err != nil {
		refuseTyped(c, "deeds", err)
		return
	}
	c.JSON(http.StatusOK, s.Read(q.At))
}
