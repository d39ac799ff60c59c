# A thin layer over Go, npm and scripts/. Two commands do everything:
#   make demo   install what is missing, build, and serve the demo
#   make test   run all tests, Go and browser
# and while one works:
#   make check  what the changed files need, in seconds

.PHONY: drawn demo test test-long check race build install web types lint lines bench bench-planner reference pictures cards tablets

demo: build
	@exec bin/jointime demo $(ARGS)

test: install web
	scripts/test

# tests of random cases with many of them, and what takes too long for every run
test-long: install web
	scripts/test long
	scripts/race long

# types, lint and tests of the packages that differ from the last commit
check:
	@scripts/check

# what has goroutines, under the race detector
race: install web
	scripts/race

build: install web
	go build -o bin/jointime ./cmd/jointime

# what Debian's packages, the Go proxy and npm have and this machine lacks
install:
	@scripts/install

web: install
	@scripts/build-web

# after a change of the API's Go types
types:
	go run ./cmd/jointime openapi > docs/openapi.json
	go run ./cmd/jointime schema > docs/book.schema.json
	go run ./cmd/jointime schema day > docs/runup.schema.json
	go run ./cmd/jointime schema reckon > docs/reckon.schema.json
	go run ./cmd/jointime reckon --list > docs/reckon.txt
	cd web && npm run --silent types

lint: install
	scripts/lint

# how the corpora of typed lines are read, and each line that is not read right
lines:
	@JOINTIME_LINES=1 go test ./internal/core/reading -run LinesAreUnderstood -count=1 -v | grep -v '^=== '

bench:
	go test -run '^$$' -bench . -benchmem ./internal/... ./e2e/...

# the samples of the planning format, solved and held against what is known; kitchens made by
# chance, with the plain way beside it; and what becomes of plans when something changes
bench-planner:
	go run ./cmd/bench-planner -seeds 5 $(ARGS)
	go run ./cmd/bench-planner -planted -seeds 5
	go run ./cmd/bench-planner -changes 500
	go run ./cmd/bench-planner -changes 100 -tasks 1500

# the tiny and the eight-task samples as mixed-integer programs, solved by HiGHS
reference: build
	cd tools/reference && npm ci --loglevel=error --no-audit --no-fund && node reference.mjs

# a hundred services drawn by chance, of fewer than 60 tasks each, likewise: an hour or more
drawn: build
	JOINTIME_DRAWN=$(CURDIR)/.drawn go test ./internal/core/runup -run DrawnServicesAreWritten -count=1
	cd tools/reference && npm ci --loglevel=error --no-audit --no-fund && node reference.mjs . 60 $(CURDIR)/.drawn

# the pictures in docs/screenshots, from the demo data
pictures: web
	JOINTIME_PICTURES=$(CURDIR)/docs/screenshots go test ./e2e -run TestPictures -count=1

# six build cards made by chance, their list covered, to be read by somebody else
cards:
	JOINTIME_CARDS=$(CURDIR)/.cards go test ./internal/formats/platecard -run ByChance -count=1
	cd .cards && for f in *.svg; do /usr/lib/chromium/chromium-headless-shell --headless --no-sandbox --disable-gpu --hide-scrollbars --window-size=1180,840 --screenshot=$${f%.svg}.png file://$$PWD/$$f >/dev/null 2>&1; done

# twenty tablets that tick for a minute, one cut off, the server killed once
tablets: web
	JOINTIME_TABLETS=20 JOINTIME_FOR=1m go test -tags long ./e2e -run TestManyTablets -count=1 -v
