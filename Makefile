# Two commands matter: 'make demo' and 'make test'.
GO     ?= go
# With paths trimmed, what one clone has built is built for every other one.
export GOFLAGS := -trimpath $(GOFLAGS)
ADDR   ?= 127.0.0.1:8080
DATA   ?=
WASM   := web/static/wasm
SOURCES := $(shell find cmd core demo format store web tools -name '*.go' -o -name '*.html' -o -name '*.sql' -o -name '*.css' -o -name '*.js' -o -name '*.woff2' -o -name '*.csv') go.mod go.sum

.PHONY: build demo test soak bench assets screenshots wasm clean check

build: bin/plaintracer

bin/plaintracer: $(SOURCES) $(WASM)/tracer.wasm
	$(GO) build -o $@ ./cmd/plaintracer

wasm: $(WASM)/tracer.wasm

# What a frame of a drag does not spend its time in: compiled without inlining, which makes the core for the browser a
# ninth smaller.
COLD := $(foreach p,$(addprefix plaintracer/,core/edit/... core/list core/chart core/scene core/style core/flow core/number core/proof format/svg cmd/tracerwasm) \
	encoding/json encoding/csv fmt time reflect os golang.org/x/text/...,-gcflags=$(p)=-l)

# The core for the browser, packed as it is served.
$(WASM)/tracer.wasm: $(shell find core cmd/tracerwasm format/svg tools/wasmpack -name '*.go' -o -name '*.bin') go.mod Makefile
	mkdir -p $(WASM)
	GOOS=js GOARCH=wasm $(GO) build $(COLD) -ldflags='-s -w' -o $@ ./cmd/tracerwasm
	cp "$$($(GO) env GOROOT)/lib/wasm/wasm_exec.js" $(WASM)/wasm_exec.js
	$(GO) run ./tools/wasmpack $@

# A fresh data folder with the demo scenario, unless DATA names one.
demo: build
	bin/plaintracer demo --addr $(ADDR) $(if $(DATA),--data $(DATA))

# Installs what the tests need (Chromium and poppler among it), then runs them: a line a package, and the three
# slowest at the end. What hangs in a browser is ended by its test, which knows how slow the machine is; the limit
# here is for a test that never ends. The browser tests begin first: they take longest and wait now and then, while the
# others fill what they leave.
test: build
	sh tools/test-needs.sh
	$(GO) test -json -timeout 3h ./web ./... | $(GO) run ./tools/testlines

soak: build
	sh tools/test-needs.sh
	SOAK=1 $(GO) test -timeout 3h ./core/... ./store/... ./format/ink
	SOAK=1 $(GO) test -timeout 3h ./web -run Killed
	if command -v gcc >/dev/null; then $(GO) test -race ./store ./web -run 'Append|WorkedOut|Readers|Workshop|HungUp|LiveChannel|Flood'; else echo "the race detector needs gcc, which is not here"; fi
	$(GO) test ./core/chart -run '^$$' -fuzz FuzzUnmarshal -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./core/chart -run '^$$' -fuzz FuzzCommands -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./web -run '^$$' -fuzz FuzzCommandsOverHTTP -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./core/layout -run '^$$' -fuzz FuzzLayout -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./core/typeset -run '^$$' -fuzz FuzzFit -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./format/font -run '^$$' -fuzz FuzzRead -fuzzminimizetime 10x -fuzztime 30m
	$(GO) test ./core/list -run '^$$' -fuzz FuzzRead -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./format/picture -run '^$$' -fuzz FuzzRead -fuzzminimizetime 10x -fuzztime 30m
	$(GO) test ./format/csv -run '^$$' -fuzz FuzzRead -fuzzminimizetime 10x -fuzztime 10m
	$(GO) test ./core/route -run '^$$' -fuzz FuzzRoutes -fuzzminimizetime 10x -fuzztime 60m
	$(GO) test ./core/edit -run '^$$' -fuzz FuzzLines -fuzzminimizetime 10x -fuzztime 60m

# With AGAINST=commit, drags, hovering and typing in this version and in that one, turn about.
ifdef AGAINST
bench: build
	sh tools/test-needs.sh
	sh tools/bench-against.sh $(AGAINST)
else
bench: build
	sh tools/test-needs.sh
	$(GO) test ./core/... -run '^$$' -bench . -benchtime 1s
	if command -v node >/dev/null; then GOOS=js GOARCH=wasm $(GO) test ./core/route -run '^$$' -bench Routes -exec "$$($(GO) env GOROOT)/lib/wasm/go_js_wasm_exec"; else echo "routing in wasm is measured with node, which is not here"; fi
	BENCH=1 $(GO) test ./web -run TestBench -v -count 1
endif

screenshots: build
	sh tools/test-needs.sh
	SCREENSHOTS=$(CURDIR)/docs/screenshots $(GO) test ./web -run TestScreenshots -count 1

# Style sheet, vendored scripts, fonts and metrics from their sources; the
# results are committed. Our own scripts are formatted.
assets: node_modules/.package-lock.json
	npx prettier --write --log-level warn web/static/js
	npx tailwindcss -i web/assets/app.css -o web/static/app.css --minify
	sh tools/vendor.sh
	$(GO) run ./tools/fontmetrics
	$(GO) run ./tools/fontcss

# npm writes this file when it has installed what the lock file names.
node_modules/.package-lock.json: package-lock.json
	npm ci --prefer-offline --no-audit --no-fund --ignore-scripts
	touch $@

check: wasm
	@sh tools/wasm-growth.sh
	test -z "$$(gofmt -l $$(git ls-files '*.go'))"
	$(GO) vet ./...
	$(GO) tool staticcheck ./...
	GOOS=js GOARCH=wasm $(GO) vet ./cmd/tracerwasm

clean:
	rm -rf bin $(WASM)/tracer.wasm* $(WASM)/wasm_exec.js
