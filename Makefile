# Everything is done in .venv; each goal sets up what it needs first.
PY := .venv/bin/python

.PHONY: setup demo test soak lint format schema screenshots bench mutants count install clean framing-photos

setup:
	@sh tools/setup.sh

demo: setup
	@sh tools/demo.sh

# All tests, or with ONLY=text those whose full name contains it: make test ONLY=core.test_paths
test: setup
	@$(PY) tools/run_tests.py "$(ONLY)"

# A random user of the real window for MINUTES (5), by SEED (1): no exception, no warning, no invalid document.
# PHOTOS=folder : with these photos in the show, words on every slide and music. CROSS=20 : instead, so many sets of
# shows in which every capability meets every other.
soak: setup
ifdef CROSS
	@SOAK_CROSS=$(CROSS) $(PY) -m unittest tests.show.test_crossed
else
	@SOAK_SECONDS=$$(( $(or $(MINUTES),5) * 60 )) SOAK_SEED=$(or $(SEED),1) SOAK_PHOTOS="$(PHOTOS)" $(PY) -m unittest tests.app.test_random_user
endif

lint: setup
	@.venv/bin/ruff check src tests tools bench
	@.venv/bin/ruff format --check --quiet src tests tools bench || (echo "run make format"; false)
	@.venv/bin/mypy
	@.venv/bin/lint-imports

format: setup
	@.venv/bin/ruff check --fix --quiet src tests tools bench || true
	@.venv/bin/ruff format --quiet src tests tools bench

# The JSON Schema that ships with the program; a test says when it is out of date.
schema: setup
	@.venv/bin/jaunty-frame schema > build.schema && mv build.schema src/jaunty_frame/document/project.schema.json

screenshots: setup
	@$(PY) tools/screenshots.py

bench: setup
	@$(PY) -m bench

# Breaks rules one at a time and lists those that no test notices: make mutants ROOM=core/sound COUNT=60 SEED=1
mutants: setup
	@$(PY) tools/mutants.py "$(ROOM)" "$(or $(COUNT),60)" "$(or $(SEED),1)"

count:
	@sh tools/count.sh

# The desktop's files: launcher, project type, icon, description. PREFIX=/usr/local by default, DESTDIR honoured.
install:
	@sh packaging/install.sh "$(DESTDIR)" "$(or $(PREFIX),/usr/local)"

clean:
	rm -rf .venv demo-shows .mypy_cache .ruff_cache .hypothesis build

# Downloads the photos that are labelled for the framing figures of make bench; about 400 MB.
framing-photos: setup
	@sh tools/framing_photos.sh
