# Each target does its own set-up. The two that matter: make demo, make test.
.PHONY: demo test long mutants fuzz torture soak check unit e2e bench dev build setup chromium generate lint lint-go lint-web screenshots

NPM := npm --prefix web
WEB_SOURCES := $(shell find web/src web/public web/index.html web/vite.config.ts web/tsconfig.json -type f)

demo: build
	./bin/aguante demo

build: web/dist/index.html
	go build -o bin/aguante ./cmd/aguante

# What fails fastest first: format and vet; types, style, the core and the server; the browser. Tests that run the built
# program or node are not seen by Go's cache of results, so nothing is taken from it.
TESTS := go run -C tools ./tests
test: chromium lint-go
	$(MAKE) --no-print-directory -j2 --output-sync=target lint-web unit
	$(MAKE) --no-print-directory e2e

unit: web/dist/index.html
	go test -json -vet=off -count 1 $(shell go list ./... | grep -v /e2e) | $(TESTS)

# The long form of all that is random or simulated, and every view at every size: about an hour and a half.
long: chromium web/dist/index.html
	AGUANTE_LONG=1 go test -count 1 -timeout 4h ./core/... ./server/... -v
	AGUANTE_LONG=1 go test -count 1 -timeout 1h ./e2e -run 'NothingLies|EighteenBuilds' -v

# Wrong changes to the rules, one at a time: which of them do the tests of their package not notice?
mutants:
	go run -C tools ./mutants

# A million inputs that nobody would give, over all that is read: about half an hour.
FUZZ := core/quantity:FuzzParseLength:400000 server/tables:FuzzTables:200000 server/tables:FuzzScan:150000 server/projectfile:FuzzRead:100000 \
	core/design:FuzzUpgrade:50000 server/projectfile:FuzzReadArchive:20000 core/check:FuzzCheck:60000 server/api:FuzzJournal:20000 core/improve:FuzzImprove:3000
fuzz:
	@for one in $(FUZZ); do set -- $$(echo $$one | tr ':' ' '); go test ./$$1 -run '^$$' -fuzz "^$$2$$" -fuzztime $${3}x || exit 1; done

# 200 kills, full and read-only disks, and syncs as the system sees them.
torture:
	@command -v strace >/dev/null || { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq strace; }
	AGUANTE_ROUNDS=200 go test -count 1 ./e2e -run 'Killed|LogTaken|DiskThat|Synced' -v
	go test -count 1 ./server/store

# Ten minutes of eight people at work.
soak:
	AGUANTE_SOAK=10m go test -count 1 -timeout 30m ./server/api -run TestSoak -v

# The core and the server, without a browser and without node's packages.
check:
	go vet ./core/... ./server/... ./cmd/... ./demo/...
	go test -json -vet=off -count 1 ./core/... ./server/... ./cmd/... ./demo/... | $(TESTS)

# Everything but the tests that a machine can say: format, vet, types, style.
lint: lint-go lint-web

lint-go: web/dist/index.html
	@test -z "$$(gofmt -l cmd core demo e2e server tools web/*.go web/nodetest)" || \
		{ gofmt -l cmd core demo e2e server tools web/*.go web/nodetest; echo "run gofmt -w on these"; exit 1; }
	go vet ./...
	go -C tools vet ./...
	go tool -modfile=tools/go.mod staticcheck ./...

lint-web: setup
	$(NPM) run --silent lint

setup: web/node_modules/.package-lock.json

web/node_modules/.package-lock.json: web/package-lock.json
	cd web && npm ci --ignore-scripts --no-audit --no-fund
	@touch $@

web/dist/index.html: web/node_modules/.package-lock.json $(WEB_SOURCES)
	$(NPM) run --silent build

# What tests need of the system: a browser, and what renders a PDF.
chromium:
	@command -v chromium-headless-shell >/dev/null && command -v pdftoppm >/dev/null || \
		{ apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium-headless-shell poppler-utils; }

e2e: chromium web/dist/index.html
	go test -json -vet=off -count 1 -timeout 25m ./e2e | $(TESTS)

bench: web/dist/index.html
	go test -run '^$$' -bench . -benchmem ./core/beam ./core/check ./core/improve ./core/cutting ./core/plan ./server/api ./e2e
	@echo "bundle, gzip bytes of the scripts:" && cat web/dist/assets/*.js | gzip -9 | wc -c

generate: setup
	go run ./cmd/aguante schema > docs/project.schema.json
	go run ./cmd/aguante schema --wire | node web/scripts/types.mjs web/src/api/types.gen.ts

screenshots: chromium web/dist/index.html
	go test ./e2e -count 1 -run TestScreenshots -shots ../docs/screenshots

dev: setup
	go run ./cmd/aguante demo & cd web && npx --no-install vite
