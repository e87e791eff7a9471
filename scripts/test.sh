#!/usr/bin/env bash
# All checks and tests. Its own PostgreSQL, its own ports, nothing left running. Called by ./wandtafel test
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
ROOT=$PWD
. scripts/lib/common.sh
. scripts/lib/postgres.sh

part=${1:-all}
case "$part" in all | checks | unit | server | browser) ;; *) fail "test takes checks, unit, server or browser, not '$part'." ;; esac
WORK=$DATA/test
mkdir -p "$WORK"
passed=0
failed=0

finish() {
	pg_stop "$WORK"
	rm -rf "$WORK/pg" "$WORK/complete" "$WORK/port" "$WORK/password"
}
trap finish EXIT
trap 'exit 130' INT TERM

wants() { [ "$part" = all ] || [ "$part" = "$1" ]; }

# Runs one check and notes how it ended. Checks run in two lanes, one for each core.
check() { # NAME COMMAND...
	local name=$1
	shift
	if "$@" >"$WORK/$name.log" 2>&1; then
		say "ok    $name"
		echo ok >>"$WORK/checks"
	else
		tail -n 60 "$WORK/$name.log" >&2
		say "FAIL  $name"
		echo FAIL >>"$WORK/checks"
	fi
}

checks() {
	rm -f "$WORK/checks"
	check lint npx --no-install eslint . &
	local lint=$!
	check format npx --no-install prettier --check .
	check types npx --no-install svelte-check --threshold error
	check types-scripts npx --no-install tsc -p scripts/tsconfig.json
	check types-core npx --no-install tsc -p src/core/tsconfig.json
	check imports npx --no-install depcruise src server
	check sizes node scripts/check-sizes.mjs
	check migrations node scripts/check-migrations.mjs
	check messages node build/cli/check-messages.js
	wait "$lint"
	passed=$((passed + $(grep -c ok "$WORK/checks")))
	failed=$((failed + $(grep -c FAIL "$WORK/checks")))
}

# Adds up the counts of a report; a runner that broke off counts as failed.
count() { # NAME EXIT_CODE REPORT
	local good bad
	read -r good bad < <(node scripts/count-tests.mjs "$3" 2>/dev/null || echo "0 1")
	[ "$2" -eq 0 ] || [ "$bad" -gt 0 ] || bad=1
	passed=$((passed + good))
	failed=$((failed + bad))
	say "$([ "$bad" -eq 0 ] && echo ok || echo FAIL)    $1: $good passed, $bad failed"
}

vitest_part() { # NAME PROJECTS [FILE...]
	local report=$WORK/$1.json
	rm -f "$report"
	npx --no-install vitest run --project "$2" --reporter=default --reporter=json --outputFile.json="$report" "${@:3}" >"$WORK/$1.log" 2>&1
	local code=$?
	[ "$code" -eq 0 ] || grep -vE '✓' "$WORK/$1.log" | tail -n 120 >&2
	count "$1" "$code" "$report"
}

# The messages are made by the build, and every part needs them.
need_build
wants checks && checks
wants unit && vitest_part unit 'unit-*' "${@:2}"
if wants server || wants browser; then
	rm -rf "$WORK/pg" "$WORK/complete"
	# Tests need no protection against power cuts, and go faster without.
	pg_start "$WORK" -c fsync=off -c synchronous_commit=off -c full_page_writes=off -c max_connections=200
	export TEST_DATABASE_URL=$DATABASE_URL
	unset DATABASE_URL
fi
wants server && need_redis
wants server && need_pdf_tools
wants server && vitest_part server server "${@:2}"
if wants browser; then
	need_headless_chromium
	rm -f "$WORK/browser.json"
	PLAYWRIGHT_JSON_OUTPUT_NAME=$WORK/browser.json npx --no-install playwright test --reporter=list,json "${@:2}" >"$WORK/browser.log" 2>&1
	code=$?
	[ "$code" -eq 0 ] || tail -n 150 "$WORK/browser.log" >&2
	count browser "$code" "$WORK/browser.json"
fi

printf '\n%d passed, %d failed\n' "$passed" "$failed"
[ "$failed" -eq 0 ] && [ "$passed" -gt 0 ]
