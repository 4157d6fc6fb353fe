# Bunraku. `make demo` sets everything up and starts it with demo data; `make test` sets up and passes the tests.
SHELL := /bin/bash
.DEFAULT_GOAL := help
PYTHON ?= python3.11
VENV := .venv
PY := $(VENV)/bin/python
PORT ?= $(or $(BUNRAKU_PORT),8000)
export BUNRAKU_PORT := $(PORT)
# Where it is set, each of our processes would compile all that it imports again: ten seconds each.
unexport PYTHONDONTWRITEBYTECODE
WEB_SOURCES := $(shell find web/src -type f ! -name schema.d.ts) web/index.html web/vite.config.ts web/package.json web/tsconfig.json

# The lists are whole, with hashes: nothing is added to them. Packages by uv, which is several times as fast; by pip where uv cannot be had or reaches nothing.
PIP := $(VENV)/bin/pip install --quiet --disable-pip-version-check --no-deps --require-hashes -r
INSTALL = { $(PIP) requirements-uv.txt && VIRTUAL_ENV=$(VENV) $(VENV)/bin/uv pip install --quiet --no-deps --require-hashes -r $(1) 2>/dev/null || $(PIP) $(1); }

# How long a step took: each recipe line is a shell of its own, which counts its seconds.
TOOK = echo "  $(subst .stamp-,,$@): $$SECONDS s"

# The walk that is done on another database too.
WALK := tests/browser/test_walk.py
# A process takes a whole file, for what its tests share, and long files come first.
BOTH_CORES := -n 2 --dist loadfile --no-loadscope-reorder

.PHONY: help demo demo-reset run build test test-postgres lint lint-server lint-web core web-test browser bench soak words docs pictures share clean

help: ## list what can be made
	@grep -E '^[a-z][a-z-]*:.*##' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | sort | awk -F'\t' '{printf "make %-14s %s\n", $$1, $$2}'

demo: build ## set up, load the demo project (once) and start Bunraku on loopback
	@$(PY) -m bunraku --demo

demo-reset: build ## begin the demo afresh and start it
	@$(PY) -m bunraku --demo --reset

run: build ## start Bunraku without the demo, on your own data in var/own
	@$(PY) -m bunraku

build: ## set up and build the front end
	@$(MAKE) --no-print-directory -j2 .stamp-run .stamp-node
	@$(MAKE) --no-print-directory .stamp-web

test: .stamp-dev .stamp-web .stamp-chromium .stamp-office lint core web-test browser share ## set up, then lint, types, contracts and every test

lint: .stamp-schema ## style, types, the floors of the house, spelling of generated files
	@$(MAKE) --no-print-directory -j2 --output-sync lint-server lint-web

lint-server:
	$(VENV)/bin/ruff check --no-cache .
	$(VENV)/bin/ruff format --no-cache --check .
	$(VENV)/bin/mypy
	$(VENV)/bin/lint-imports --no-cache

lint-web: .stamp-schema
	cd web && npm run --silent lint && npm run --silent types

core: .stamp-dev .stamp-web .stamp-office ## tests of the core, the sources and the server
	$(PY) -m pytest tests/server tests/sources tests/core $(BOTH_CORES)

web-test: .stamp-node ## tests of the front end's parts
	cd web && npm run --silent test

browser: .stamp-dev .stamp-web .stamp-chromium ## tests in a real browser
	$(PY) -m pytest tests/browser

test-postgres: .stamp-dev .stamp-web .stamp-chromium .stamp-office .stamp-postgres ## tests of core and server and one browser walk on PostgreSQL
	$(PY) -m tests.postgres $(PY) -m pytest tests/server tests/core $(BOTH_CORES)
	$(PY) -m tests.postgres --walk $(PY) -m pytest $(WALK)

bench: .stamp-dev .stamp-web ## measure speed, each figure beside a plain baseline of the same run
	$(PY) -m tests.bench

words: .stamp-dev ## learn again the models that ship: intent and pages from labelled phrases, difficulty from the practice world
	$(PY) -m bunraku.core.weigh.intent_training
	$(PY) -m tools.difficulty
	$(PY) -m tools.pairs

soak: .stamp-dev .stamp-web .stamp-chromium ## hours: tests on other days, 200 kills, a long run at 50,000 keywords
	$(PY) -m tests.soak

docs: .stamp-dev .stamp-node ## write what is generated: docs/operations.md, docs/figures.md, docs/steps.md, docs/formats.md, docs/sentences.md, NOTICE
	$(PY) manage.py write_docs
	$(PY) -m tools.sentences
	$(PY) -m tools.notice

pictures: .stamp-dev .stamp-web .stamp-chromium ## take docs/screenshots from the demo
	$(PY) -m tests.browser.pictures

share: ## say what share of the code tests are
	@git ls-files '*.py' '*.ts' '*.tsx' | grep -v 'migrations/' | while read -r f; do n=$$(grep -cve '^[[:space:]]*$$' "$$f"); \
	case $$f in tests/*|*.test.ts|*.test.tsx) echo "t $$n";; *) echo "c $$n";; esac; done | \
	awk '{s[$$1]+=$$2} END {printf "tests are %d %% of %d lines\n", 100*s["t"]/(s["t"]+s["c"]), s["t"]+s["c"]}'

clean: ## remove what was built and installed; your data in var/ stays
	rm -rf $(VENV) web/node_modules web/build web/src/api/schema.d.ts bunraku/server/static .stamp-* .mypy_cache .hypothesis .ruff_cache

# What follows sets up. Each step leaves a stamp, so that it is done once until what it depends on changes.

.stamp-python:
	@command -v $(PYTHON) >/dev/null || command -v python3 >/dev/null || { echo "Bunraku needs Python 3.11 or newer, and there is none here."; exit 1; }
	@p=$$(command -v $(PYTHON) || command -v python3); $$p -c 'import sys; sys.exit(sys.version_info < (3, 11))' \
		|| { echo "Bunraku needs Python 3.11 or newer; $$p is $$($$p -V 2>&1). Name another with: make demo PYTHON=/path/to/python3"; exit 1; }
	@test -x $(PY) || { p=$$(command -v $(PYTHON) || command -v python3); $$p -m venv $(VENV) \
		|| { echo "$$p cannot make a virtual environment (is its venv package installed?)."; exit 1; }; }
	@touch $@

.stamp-run: .stamp-python requirements.txt requirements-uv.txt
	@echo "Installing what Bunraku runs on…"
	@test -f .stamp-dev || $(call INSTALL,requirements.txt) && $(TOOK)
	@touch $@

.stamp-dev: .stamp-python requirements-dev.txt requirements-uv.txt
	@echo "Installing what the tests need…"
	@$(call INSTALL,requirements-dev.txt) && $(TOOK)
	@touch $@

.stamp-node: web/package-lock.json
	@command -v node >/dev/null || { echo "Bunraku's front end is built with Node 20 or newer, and there is none here."; exit 1; }
	@node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit(a>20||(a===20&&b>=19)?0:1)' \
		|| { echo "Bunraku's front end is built with Node 20.19 or newer; here is $$(node -v)."; exit 1; }
	@echo "Installing what the front end is built with…"
	@cd web && npm ci --silent --no-progress && $(TOOK)
	@touch $@

# What the page's types know of the API is made from it, and not kept.
.stamp-schema: .stamp-dev .stamp-node $(shell find bunraku -name '*.py' 2>/dev/null)
	@$(PY) manage.py write_schema web/build/openapi.json && cd web && npm run --silent client >/dev/null
	@touch $@

.stamp-web: .stamp-run .stamp-node $(WEB_SOURCES)
	@echo "Building the front end…"
	@(cd web && npm run --silent build -- --logLevel warn) && $(PY) -m whitenoise.compress --quiet bunraku/server/static && $(TOOK)
	@touch $@

.stamp-chromium:
	@test -x "$${BUNRAKU_CHROMIUM:-/usr/bin/chromium}" || { echo "Installing Chromium from Debian's packages…"; \
		{ apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium >/dev/null; } \
		|| { echo "The browser tests need Chromium at /usr/bin/chromium (Debian: apt-get install chromium), or BUNRAKU_CHROMIUM naming another. It could not be installed here."; exit 1; }; }
	@touch $@

.stamp-office:
	@command -v soffice >/dev/null || { echo "Installing LibreOffice from Debian's packages…"; \
		{ apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends libreoffice-calc-nogui >/dev/null; } \
		|| { echo "The tests of exports open them in LibreOffice (Debian: apt-get install libreoffice-calc-nogui). It could not be installed here."; exit 1; }; }
	@touch $@

.stamp-postgres:
	@ls /usr/lib/postgresql/*/bin/postgres >/dev/null 2>&1 || { echo "Installing PostgreSQL from Debian's packages…"; \
		{ apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends postgresql >/dev/null; } \
		|| { echo "These tests need PostgreSQL in /usr/lib/postgresql (Debian: apt-get install postgresql). It could not be installed here."; exit 1; }; }
	@touch $@
