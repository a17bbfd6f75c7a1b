package api

import (
	"strings"

	"github.com/gin-gonic/gin"

	"aguante/core/say"
)

// UnitsHeader is where a page says in which units it is read: "in lb", "mm kg".
const UnitsHeader = "Aguante-Units"

// unitsOf are the units of whoever asks.
func unitsOf(c *gin.Context) say.Units {
	length, mass, _ := strings.Cut(c.GetHeader(UnitsHeader), " ")
	return say.Units{Length: length, Mass: mass}
}

// spoken writes the sentences of every answer in the units of whoever asks.
func (a *Server) spoken(c *gin.Context) {
	c.Writer = speaker{c.Writer, unitsOf(c)}
	c.Next()
}

// speaker writes out what is said in what goes by. Answers go in one piece each.
type speaker struct {
	gin.ResponseWriter
	units say.Units
}

func (s speaker) Write(b []byte) (int, error) {
	if text := string(b); strings.HasPrefix(s.Header().Get("Content-Type"), "application/json") && say.Marked(text) {
		s.Header().Del("Content-Length")
		_, err := s.ResponseWriter.Write([]byte(say.In(s.units, text)))
		return len(b), err
	}
	return s.ResponseWriter.Write(b)
}
