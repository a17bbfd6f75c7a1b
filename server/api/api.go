// Package api is the app's HTTP interface.
package api

import (
	"context"
	"encoding/json"
	"errors"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"time"

	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
	lru "github.com/hashicorp/golang-lru/v2"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/improve"
	"aguante/core/order"
	"aguante/core/quantity"
	"aguante/server/contract"
	"aguante/server/picture"
	"aguante/server/projectfile"
	"aguante/server/store"
	"aguante/server/webui"
)

// Server answers requests from a store.
type Server struct {
	store *store.Store
	walls func() ([]*design.Project, error)
	hosts []string
	log   *slog.Logger
	known *memory
	turn  chan struct{}                       // whose search it is
	stood *lru.Cache[string, *order.Schedule] // days as they were planned last, by wall

	gauges *lru.Cache[string, fed]    // what gauges of one's own said last, by wall
	small  *lru.Cache[string, []byte] // small pictures, by what is in the large ones
}

// kept is a memory of so many of something.
func kept[V any](n int) *lru.Cache[string, V] {
	c, err := lru.New[string, V](n)
	if err != nil {
		panic(err) // of a size that is no size
	}
	return c
}

// New makes the handler of the whole app. Only requests to loopback names or
// the given hosts are answered. The scanner that is played sweeps over the given walls.
func New(s *store.Store, walls func() ([]*design.Project, error), log *slog.Logger, hosts ...string) http.Handler {
	gin.SetMode(gin.ReleaseMode)
	a := &Server{stood: kept[*order.Schedule](100), gauges: kept[fed](100), small: kept[[]byte](500), store: s, walls: walls, hosts: append([]string{"localhost", "127.0.0.1", "::1"}, hosts...), log: log,
		known: newMemory(), turn: make(chan struct{}, 1)}
	e := gin.New()
	e.Use(a.logged, gin.CustomRecovery(a.recovered), a.guard, gzip.Gzip(gzip.BestSpeed, gzip.WithCustomShouldCompressFn(worthwhile)), a.spoken)
	g := e.Group("/api", a.inTime)
	g.GET("/health", func(c *gin.Context) { a.send(c, http.StatusOK, gin.H{"ok": true}) })
	g.GET("/catalogue", func(c *gin.Context) { a.send(c, http.StatusOK, contract.NewCatalogue(design.UnitsOf(unitsOf(c)))) })
	g.POST("/check", a.check)
	g.POST("/working", a.working)
	g.GET("/glossary", a.words)
	g.POST("/mends", a.mends)
	g.POST("/loaded", a.loaded)
	g.POST("/together", a.together)
	g.POST("/changes", a.changes)
	g.POST("/quantity", a.quantity)
	g.POST("/contents", a.contents)
	g.POST("/split", a.split)
	g.GET("/own", a.own)
	g.POST("/own/contents", a.keepContents)
	g.DELETE("/own/contents/:key", a.forget(store.OwnContents))
	g.POST("/own/boards", a.keepBoard)
	g.DELETE("/own/boards/:key", a.forget(store.OwnBoards))
	g.POST("/own/parts", a.keepPart)
	g.DELETE("/own/parts/:key", a.forget(store.OwnParts))
	g.POST("/own/parts/table", a.partsTable)
	g.POST("/ladder", a.ladder)
	g.POST("/places", search(a, check.FindPlaces))
	g.POST("/dress", a.dress)
	g.POST("/make", a.make)
	g.POST("/improve", search(a, func(ctx context.Context, p *design.Project, s *design.Shelf) (*improve.Answer, error) {
		return improve.Shelf(ctx, p, s.ID, uuid.NewString, a.known)
	}))
	g.POST("/compare", search(a, func(ctx context.Context, p *design.Project, s *design.Shelf) (contract.CompareReply, error) {
		rows, err := improve.Compare(ctx, p, s.ID, uuid.NewString, a.known)
		return contract.CompareReply{Rows: rows}, err
	}))
	g.POST("/break", search(a, func(ctx context.Context, p *design.Project, s *design.Shelf) (contract.BreakReply, error) {
		steps, err := improve.Break(ctx, p, s.ID, a.known)
		return contract.BreakReply{Steps: steps}, err
	}))
	g.POST("/stiffness", a.stiffness)
	g.POST("/instruments/dial", a.dial)
	g.POST("/instruments/moisture", a.moisture)
	g.POST("/instruments/scale", a.scale)
	g.POST("/instruments/scanner", a.scanner)
	g.POST("/scan", a.scan)
	g.POST("/table/read", a.readTable)
	g.POST("/export/:format", a.export)
	g.POST("/file", a.readFile)
	g.GET("/projects", a.list)
	g.POST("/projects", a.create)
	g.GET("/projects/:id", a.get)
	g.PUT("/projects/:id", a.replace)
	g.DELETE("/projects/:id", a.remove)
	g.POST("/projects/:id/restore", a.restore)
	g.POST("/projects/:id/mend", a.mend)
	g.GET("/projects/:id/revisions", a.revisions)
	g.GET("/projects/:id/revisions/:version", a.revision)
	g.GET("/projects/:id/journal", a.journal)
	g.POST("/projects/:id/journal", a.record)
	g.GET("/projects/:id/log", a.logOf)
	g.POST("/projects/:id/log", a.takeLog)
	g.GET("/projects/:id/log/:format", a.exportLog)
	g.POST("/projects/:id/prove", a.proving)
	g.GET("/projects/:id/gauge", a.gauge)
	g.PUT("/projects/:id/gauge", a.feedGauge)
	g.POST("/readings", a.readings)
	g.GET("/due", a.due)
	g.GET("/projects/:id/designs/:hash", a.snapshot)
	g.POST("/projects/:id/pictures", a.picture)
	g.GET("/projects/:id/pictures/:hash", a.pictureOf)
	g.GET("/projects/:id/plan", a.plan)
	g.PUT("/projects/:id/plan", a.replacePlan)
	g.POST("/projects/:id/cutting", a.cutting)
	g.POST("/projects/:id/cut", a.cut)
	g.POST("/projects/:id/export/:format", a.exportBuild)
	g.POST("/projects/:id/uncut", a.uncut)
	g.POST("/projects/:id/setups", a.setups)
	g.POST("/projects/:id/holes", a.holes)
	g.POST("/projects/:id/paper", a.paper)
	g.POST("/projects/:id/paper/:format", a.exportPaper)
	g.POST("/projects/:id/order", a.order)
	g.POST("/projects/:id/shopping", a.shopping)
	g.POST("/taper", a.taper)
	g.GET("/shop", a.shop)
	g.PUT("/shop", a.replaceShop)
	g.POST("/shop", a.mergeShop)
	g.POST("/shop/stock", a.stockTable)
	files := e.Group("/api") // as long as they are
	files.GET("/projects/:id/archive", a.archive)
	files.POST("/archives", a.unpack)
	files.GET("/backup", a.backup)
	files.GET("/backup/copies", a.copies)
	files.POST("/backup/compare", a.compare)
	files.POST("/backup/restore", a.takeIn)
	webui.Serve(e)
	return e
}

// worthwhile tells whether to compress: over loopback answers are there sooner as they are.
func worthwhile(c *gin.Context) bool {
	if !strings.Contains(c.GetHeader("Accept-Encoding"), "gzip") {
		return false
	}
	ip := net.ParseIP(c.RemoteIP())
	return ip == nil || !ip.IsLoopback() || !strings.HasPrefix(c.Request.URL.Path, "/api/")
}

func (a *Server) logged(c *gin.Context) {
	start := time.Now()
	c.Next()
	a.log.Info("request", "method", c.Request.Method, "path", c.FullPath(), "status", c.Writer.Status(), "took",
		time.Since(start).Round(time.Microsecond))
}

func (a *Server) recovered(c *gin.Context, err any) {
	a.log.Error("panic", "err", err)
	fail(c, http.StatusInternalServerError, contract.Failure{Code: "internal",
		Message: "something broke in the program; your work is as it was last saved"})
}

// guard keeps other sites out: the Host must be ours, an Origin must be the
// Host, and what is sent must be JSON. It also sets the page's policies.
func (a *Server) guard(c *gin.Context) {
	host := c.Request.Host
	if h, _, err := net.SplitHostPort(host); err == nil {
		host = h
	}
	if !slices.Contains(a.hosts, strings.Trim(host, "[]")) {
		fail(c, http.StatusMisdirectedRequest, contract.Failure{Code: "host", Message: "this name is not one that the app answers to"})
		return
	}
	if origin := c.GetHeader("Origin"); origin != "" {
		if u, err := url.Parse(origin); err != nil || u.Host != c.Request.Host {
			fail(c, http.StatusForbidden, contract.Failure{Code: "origin", Message: "another site asked for this"})
			return
		}
	}
	h := c.Writer.Header()
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: "+
		"blob:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'")
	if strings.HasPrefix(c.Request.URL.Path, "/api/") { // a person's own
		h.Set("Cache-Control", "no-store")
	}
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Referrer-Policy", "no-referrer")
	h.Set("Cross-Origin-Resource-Policy", "same-origin")
	if m := c.Request.Method; m == http.MethodPost || m == http.MethodPut {
		takes, most := []string{"application/json"}, int64(projectfile.MaxSize+1024)
		switch c.FullPath() { // what is no JSON, a form cannot send either
		case "/api/backup/compare", "/api/backup/restore":
			takes, most = []string{"application/vnd.sqlite3"}, largestBackup
		case "/api/archives":
			takes, most = []string{"application/zip"}, projectfile.MaxArchive
		case "/api/projects/:id/pictures":
			takes, most = []string{"image/jpeg", "image/png", "image/webp"}, picture.Largest
		case "/api/projects/:id/log":
			takes, most = []string{"application/zip", "application/json"}, projectfile.MaxArchive
		}
		if c.Request.ContentLength != 0 && !slices.Contains(takes, strings.ToLower(c.ContentType())) {
			fail(c, http.StatusUnsupportedMediaType, contract.Failure{Code: "type",
				Message: "send this with Content-Type " + strings.Join(takes, " or ")})
			return
		}
		c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, most)
	}
	c.Next()
}

// longest is how long anything is worked on; what takes longer is ended, and says so.
const longest = 10 * time.Second

// inTime ends what takes too long.
func (a *Server) inTime(c *gin.Context) {
	ctx, stop := context.WithTimeout(c.Request.Context(), longest)
	defer stop()
	c.Request = c.Request.WithContext(ctx)
	c.Next()
}

// body reads a JSON request into v.
func (a *Server) body(c *gin.Context, v any) bool {
	b, err := io.ReadAll(c.Request.Body)
	if err == nil {
		if err = json.Unmarshal(b, v); err != nil {
			var kind *json.UnmarshalTypeError
			var syntax *json.SyntaxError
			if !errors.As(err, &kind) && !errors.As(err, &syntax) {
				err = errors.Join(errRequest, err)
			}
		}
	}
	if err != nil {
		a.failed(c, err)
	}
	return err == nil
}

// quantity says what a person's text means, so that there is one reader.
func (a *Server) quantity(c *gin.Context) {
	var q contract.QuantityRequest
	if !a.body(c, &q) {
		return
	}
	var v float64
	var err error
	switch q.Kind {
	case "length":
		var l quantity.Length
		l, err = quantity.ParseLength(q.Text, q.Unit)
		v = float64(l)
	case "mass":
		var m quantity.Mass
		m, err = quantity.ParseMass(q.Text, q.Unit)
		v = float64(m)
	case "number":
		v, err = quantity.ParseNumber(q.Text)
	default:
		a.failed(c, errRequest)
		return
	}
	if err != nil {
		fail(c, http.StatusUnprocessableEntity, contract.Failure{Code: "quantity", Message: err.Error()})
		return
	}
	a.send(c, http.StatusOK, contract.QuantityReply{Value: v})
}
