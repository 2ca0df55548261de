#!/bin/sh
# Counts code lines (no blanks, no comment lines) and the tests' share of them.
cd "$(dirname "$0")/.."
lines() { find "$@" -name '*.py' -print0 | xargs -0 cat | grep -cv '^[[:space:]]*\(#.*\)\?$'; }
code=$(lines src)
tests=$(lines tests)
echo "src $code, tests $tests: tests are $((100 * tests / (code + tests))) % of all code lines"
find src tests -name '*.py' -print0 | xargs -0 wc -l | awk '$2 != "total" && $1 > 300 {print "over 300 lines: " $2 " (" $1 ")"}'
