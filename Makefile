# One front door: make demo, make test.
PYTHON ?= python3
VENV ?= .venv
BIN := $(VENV)/bin
BIND ?= 127.0.0.1:8000
WORKERS ?= 2
SCRIPTS := "bias/static/**/*.js"
CATALOGUES = $(patsubst %.po,%.mo,$(wildcard locale/*/LC_MESSAGES/*.po))
export BIAS_BIND := $(BIND)
export UV_PYTHON_DOWNLOADS := never
# Without compiled modules each of the many processes takes six seconds longer to begin.
unexport PYTHONDONTWRITEBYTECODE

.PHONY: demo test tests test-postgres backup bench-postgres schema messages catalogues check setup setup-dev browser css css-check js-check bench fuzz screenshots icons lock format serve

demo: setup  ## set everything up, load the demo and serve it
	$(BIN)/python manage.py migrate --verbosity 0
	$(BIN)/python manage.py collectstatic --noinput --verbosity 0
	$(BIN)/python manage.py demo
	@$(MAKE) --no-print-directory serve

serve:
	$(BIN)/python manage.py check --tag security
	@echo
	@echo "  Bias is at http://$(BIND)   (end it with Ctrl+C)"
	@echo "  It is for this machine. To serve others, put a server in front: deploy/nginx.conf"
	@echo
	@MALLOC_ARENA_MAX=2 exec $(BIN)/gunicorn bias.wsgi --bind $(BIND) --workers 2 --threads 16 --log-level warning

test: setup-dev browser node_modules/.set-up  ## set everything up and run every check and test
	@$(MAKE) --no-print-directory --jobs 2 check tests

tests: setup-dev  ## the tests alone, on what is set up
	$(BIN)/python -m pytest -n $(WORKERS) --dist worksteal tests knitting drawing bias

test-postgres: setup-dev browser  ## the tests of the site once more, on PostgreSQL and Redis
	.ci/with-servers $(BIN)/python -m pytest -n $(WORKERS) --dist worksteal tests/bias tests/attacks tests/server

check: setup-dev css-check js-check  ## lint, types, import contract, migrations, styles, scripts
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	$(BIN)/djade --check $$(git ls-files 'bias/**/*.html')
	$(BIN)/python manage.py check
	$(BIN)/python manage.py makemigrations --check --dry-run

bench: setup-dev  ## ratios beside a plain reference
	$(BIN)/python -m pytest benchmarks --benchmark-columns=min,median,rounds --timeout 0

bench-postgres: setup-dev  ## presses on PostgreSQL and Redis, beside bare inserts
	.ci/with-servers $(BIN)/python -m pytest -s benchmarks/test_presses.py --timeout 0

backup: setup  ## a copy of the database, also while it is served
	$(BIN)/python manage.py backup

schema: setup-dev  ## the files that are told from the code: schemas, the kinds of events
	$(BIN)/python -m docs.schemas

messages: setup-dev  ## every sentence into the catalogues, and compile them: make messages, or LANGUAGE=de for one more
	$(BIN)/python manage.py messages $(LANGUAGE)

# Compiled catalogues are made with the environment that compiles them, and where one of them is newer.
locale/%.mo: locale/%.po
	@$(BIN)/python -m bias.home.messages $<

fuzz: setup-dev  ## coverage-guided nonsense for the reader, for a minute
	$(VENV)-tools/bin/uv venv -q --allow-existing $(VENV)-fuzz && VIRTUAL_ENV=$(VENV)-fuzz $(VENV)-tools/bin/uv pip install -q --require-hashes -r requirements/fuzz.txt
	PYTHONPATH=. $(VENV)-fuzz/bin/python benchmarks/fuzz.py 60

screenshots: setup-dev browser  ## the main views from the demo data
	$(BIN)/python -m docs.pictures

css: node_modules/.set-up  ## build the styles
	node_modules/.bin/tailwindcss -i bias/assets/bias.css -o bias/static/bias.css --minify

css-check: node_modules/.set-up
	node_modules/.bin/tailwindcss -i bias/assets/bias.css -o var/built.css --minify
	@cmp var/built.css bias/static/bias.css || { echo "The styles are older than their source: run 'make css' and commit."; exit 1; }

js-check: node_modules/.set-up  ## scripts: formatted, and their types checked
	node_modules/.bin/prettier --check --log-level warn $(SCRIPTS)
	node_modules/.bin/tsc -p .

format: setup-dev node_modules/.set-up
	node_modules/.bin/prettier --write --log-level warn $(SCRIPTS)
	$(BIN)/ruff check --fix . ; $(BIN)/ruff format .
	$(BIN)/djade $$(git ls-files 'bias/**/*.html')

icons: setup-dev browser  ## the icons of the installed application, from the mark
	$(BIN)/python -m docs.icons

lock: setup-dev  ## pin the dependencies anew, by hash
	$(VENV)-tools/bin/uv pip compile -q --generate-hashes --no-header --python-version 3.11 requirements/base.in -o requirements/base.txt
	$(VENV)-tools/bin/uv pip compile -q --generate-hashes --no-header --python-version 3.11 requirements/scale.in -o requirements/scale.txt
	$(VENV)-tools/bin/uv pip compile -q --generate-hashes --no-header --python-version 3.11 requirements/server.in -o requirements/server.txt
	$(VENV)-tools/bin/uv pip compile -q --generate-hashes --no-header --python-version 3.11 requirements/dev.in -o requirements/dev.txt
	$(VENV)-tools/bin/uv pip compile -q --generate-hashes --no-header --python-version 3.11 requirements/fuzz.in -o requirements/fuzz.txt

setup: $(VENV)/.set-up-base
	@$(MAKE) --no-print-directory catalogues
setup-dev: $(VENV)/.set-up-dev
	@$(MAKE) --no-print-directory catalogues
catalogues: $(CATALOGUES)

# The stamp holds what was installed; the development set contains the other.
$(VENV)/.set-up-base: requirements/base.txt
	@.ci/set-up $(PYTHON) $(VENV) base

$(VENV)/.set-up-dev: requirements/dev.txt
	@.ci/set-up $(PYTHON) $(VENV) dev

browser:
	@.ci/browser

node_modules/.set-up: package.json package-lock.json
	@mkdir -p var
	npm install --no-save --silent
	@touch $@
