# Everything by one of these. `make demo` and `make test` need Python 3.11, Node 20 and make, nothing else.
PORT ?= 8012
VENV := .venv
PY := $(VENV)/bin/python
INSTALLED := $(VENV)/installed
TESTING := $(VENV)/testing
MODULES := web/node_modules/.installed
BUILT := src/dodecant/static/index.html
WEB_SOURCES := $(shell find web/src -type f) web/index.html web/pack.html web/vite.config.ts web/vite.pack.config.ts web/piano.ts web/package.json

.PHONY: demo serve build develop test types browser endure bench fonts gallery screenshots clean

demo: build ## install, build, start with demo data
	$(PY) -m dodecant.cli serve --demo --port $(PORT)

serve: build ## start with your own data
	$(PY) -m dodecant.cli serve --port $(PORT)

develop: $(INSTALLED) $(MODULES) ## the server, begun anew with each change, beside a live front end at http://localhost:5173
	$(PY) -m uvicorn tools.develop:app --factory --reload --reload-dir src --port 8012 & \
	server=$$!; trap "kill $$server" EXIT; cd web && npm run --silent dev

build: $(INSTALLED) $(BUILT)

$(PY):
	python3 -m venv $(VENV)

$(INSTALLED): $(PY) pyproject.toml requirements.txt
	$(PY) -m pip install --quiet --require-hashes -r requirements.txt
	rm -rf src/*.egg-info
	$(PY) -m pip install --quiet --no-deps --no-build-isolation -e .
	touch $@

$(TESTING): $(INSTALLED) requirements-test.txt
	$(PY) -m pip install --quiet --require-hashes -r requirements-test.txt
	touch $@

LOCKING := $(VENV)/bin/uv pip compile pyproject.toml --quiet --generate-hashes --no-header --no-annotate --no-emit-index-url
.PHONY: locks
locks: $(TESTING) ## pin what is installed anew, with hashes, after a change in pyproject.toml
	$(PY) -m pip install --quiet uv==0.13.8
	$(LOCKING) --group build -o requirements.txt
	$(LOCKING) --group build --extra test -o requirements-test.txt

$(MODULES): web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	touch $@

$(BUILT): $(MODULES) $(WEB_SOURCES)
	cd web && npx --no-install vite build --logLevel warn && npx --no-install vite build --config vite.pack.config.ts --logLevel warn
	touch $@

# What must pass, in parts that are timed: two at once while they share nothing, then the journeys two at a time, and at
# the end those that listen in time, alone.
PART = $(if $(MEMORY),TMPDIR=$(MEMORY)) $(PY) -m tools.parts run
# Files of tests lie in memory where there is room: a data file waits for the disk at each commit.
MEMORY := $(shell df -k /dev/shm 2>/dev/null | awk 'NR == 2 && $$4 > 2000000 { print "/dev/shm" }')
REPORT = -o junit_duration_report=total --junitxml build/parts/$@.xml
CORE := tests/music tests/instrument tests/exercise tests/backing tests/practice

test: ## everything that must pass
	@python3 -m tools.parts begin
	@python3 -m tools.parts run install $(MAKE) --no-print-directory -j2 --output-sync=target $(TESTING) $(BUILT) chromium
	@$(MAKE) --no-print-directory -k -j2 --output-sync=target core shell web-checks types-checks; \
	passed=$$?; $(MAKE) --no-print-directory journeys && [ $$passed = 0 ]; passed=$$?; $(PY) -m tools.parts end && exit $$passed

.PHONY: core shell web-checks types-checks journeys lint
core:
	@$(PART) core $(PY) -m pytest src $(CORE) $(REPORT)

shell:
	@$(PART) shell $(PY) -m pytest tests -m "not browser" $(addprefix --ignore ,$(CORE)) $(REPORT)

types-checks:
	@$(PART) types sh -ec '$(VENV)/bin/ruff check . && $(VENV)/bin/ruff format --check . && $(VENV)/bin/mypy && \
	$(VENV)/bin/vulture && $(VENV)/bin/lint-imports --no-logo && $(PY) tools/write_openapi.py --check'

web-checks:
	@$(PART) web sh -ec 'cd web && npm run --silent check && npm run --silent test'

lint: $(TESTING) $(MODULES) types-checks web-checks

journeys:
	@$(PART) journeys $(PY) -m pytest tests/browser -n 2 --dist worksteal -m "not in_time" $(REPORT); passed=$$?; \
	$(PART) "in time" $(PY) -m pytest tests/browser -m in_time $(REPORT:.xml=-in-time.xml) && [ $$passed = 0 ]

types: $(TESTING) $(MODULES) ## what the web application takes from the API: types, and the tables its tests stand on
	$(PY) tools/write_openapi.py
	cd web && npm run --silent types

.PHONY: chromium
chromium: # Debian's browser, when it is missing
	@test -x $${CHROMIUM:-/usr/bin/chromium} || { apt-get update -qq && apt-get install -y -qq chromium; } > /dev/null

browser: $(TESTING) build chromium ## the browser journeys alone
	$(PY) -m pytest tests/browser

endure: $(TESTING) build ## many requests, broken files, kills, a crowd, many examples: an hour
	$(PY) -m tools.endure

bench: $(TESTING) build chromium ## measure speed, rewrite bench/README.md
	$(PY) -m bench.run

screenshots: $(TESTING) build chromium ## the pictures in docs/screenshots
	$(PY) -m tools.screenshots

gallery: $(INSTALLED) ## docs/gallery.md, from the recipes in examples/
	$(PY) -m tools.gallery

fonts: $(TESTING) $(MODULES) ## the fonts of the printed page, from those of the screen
	$(PY) tools/make_fonts.py

clean:
	rm -rf $(VENV) web/node_modules src/dodecant/static build
