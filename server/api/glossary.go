package api

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"aguante/core/glossary"
	"aguante/server/contract"
)

// words says what all words mean, or what one label does.
func (a *Server) words(c *gin.Context) {
	label, one := c.GetQuery("label")
	if !one {
		a.send(c, http.StatusOK, glossary.Terms())
		return
	}
	e, ok := glossary.Of(label)
	if !ok {
		fail(c, http.StatusNotFound, contract.Failure{Code: "word", Message: "nothing is written about this yet"})
		return
	}
	a.send(c, http.StatusOK, e)
}
