# Steady Shear. `make demo` and `make test` do everything on a fresh machine.
SHELL := /bin/bash
PYTHON ?= python3
PORT ?= 8000
BIN := .venv/bin
STAMP := .venv/.installed
DIST := web/dist/index.html

.PHONY: setup demo serve plotter backup restore phrase test test-postgres lint lint-python lint-web bench siege mutants sensible shots schema clean

setup: $(STAMP) $(DIST)

$(STAMP): requirements.txt requirements-dev.txt pyproject.toml
	test -x $(BIN)/python || $(PYTHON) -m venv .venv
	$(BIN)/pip install --quiet --no-compile --disable-pip-version-check -r requirements.txt -r requirements-dev.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps -e .
	touch $@

web/node_modules/.installed: web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	touch $@

$(DIST): $(STAMP) web/node_modules/.installed $(shell find web/src web/public web/index.html web/vite.config.ts -type f 2>/dev/null)
	cd web && npm run --silent build -- --logLevel warn
	$(BIN)/python -m whitenoise.compress --quiet web/dist
	touch $@

demo: setup
	PORT=$(PORT) $(BIN)/python -m server.config.serve --demo

serve: setup
	PORT=$(PORT) $(BIN)/python -m server.config.serve

# The workroom's pen plotter, as far as there is none: listens at 9109, shows itself at http://127.0.0.1:8099
plotter: $(STAMP)
	$(BIN)/python -m plotter

# The whole library as one file (TO=, else var/backups, the newest fourteen kept), also while it is used: from cron each night.
backup: $(STAMP)
	$(BIN)/python manage.py backup $(TO)

# make restore FROM=FILE, with the application standing still; what was there is copied first.
restore: $(STAMP)
	$(BIN)/python manage.py restore "$(FROM)"

# A new pass phrase for somebody who forgot hers: make phrase NAME="Anna"
phrase: $(STAMP)
	$(BIN)/python manage.py new_phrase "$(NAME)"

# Debian's Chromium as the shell without a screen: the same pages with half of the work. Where there is none, with a screen that nobody sees.
/usr/bin/chromium-headless-shell:
	apt-get update -qq && { apt-get install -y -qq chromium-headless-shell || test -x /usr/bin/chromium || apt-get install -y -qq chromium; }

# What Python's checkers say, and the front end's, with its own tests; each as soon as what it needs is there.
lint: lint-python lint-web

lint-python: $(STAMP)
	$(BIN)/ruff format --check . && $(BIN)/ruff check .
	$(BIN)/mypy

lint-web: web/node_modules/.installed
	cd web && npx biome check src && npx tsc --noEmit && npm test --silent

# Three at a time on two cores: pages wait for their server, and what was killed on purpose for what begins anew.
test:
	$(MAKE) --no-print-directory --output-sync --jobs=2 setup lint /usr/bin/chromium-headless-shell
	$(BIN)/python -m pytest -n 3 --dist worksteal -m "not browser"
	$(BIN)/python -m tools.on_postgres -n 2 $(addprefix tests/server/test_, walls.py runs.py library.py styles.py at_once.py)
	$(BIN)/python -m pytest -n 3 --dist worksteal tests/browser

# The server's tests, all of them, on a PostgreSQL of their own (Debian's packages); `make test` does a share of it where those are there.
test-postgres: setup
	$(BIN)/python -m tools.on_postgres

# Small faults, one at a time: do the tests notice? SAMPLE=0 takes all, SEED= another choice, PACKAGES="paper moves" only those.
sensible: setup
	$(BIN)/python -m tools.sensible

mutants: setup
	$(BIN)/python -m tools.mutants $(PACKAGES)

bench: setup /usr/bin/chromium-headless-shell
	$(BIN)/python -m bench

# Strange files and requests, kills, races, crowds, hostile files, a queue of hours; at most half an hour. Ends with 1 where something does not hold.
siege: setup
	$(BIN)/python -m siege

shots: setup /usr/bin/chromium-headless-shell
	$(BIN)/python -m tools.shots

schema: $(STAMP) web/node_modules/.installed
	$(BIN)/python -m server.config.export_schema
	$(BIN)/python -m tools.moves_page
	$(BIN)/python -m tools.checks_page
	$(BIN)/python -m tools.measured_page
	$(BIN)/python -m tools.parts_page
	$(BIN)/python -m tools.names_page
	$(BIN)/python -m tools.drafts_page
	cd web && npm run --silent types

clean:
	rm -rf .venv web/node_modules web/dist var .mypy_cache .ruff_cache .pytest_cache .hypothesis *.egg-info
