#!/usr/bin/env bash
# Every figure that is watched, in one run on one machine: `bench/all.sh [REVISION]`. With a revision the same is measured
# there first, in a work tree of its own, with this revision's measuring programs.
set -euo pipefail
cd "$(dirname "$0")/.."

measure() {
    (cd "$1" && cargo build -q --workspace --examples --bin patient-sparrow)
    echo "== $2"
    echo "first load: $(cd "$1/web/dist" && grep -o 'assets/[^"]*\.js' index.html | sort -u | xargs cat | gzip -9 | wc -c) bytes of script, compressed"
    (cd "$1" && ./target/debug/examples/requests)
    (cd "$1" && ./target/debug/examples/requests 10000)
    for example in edit_latency season_latency drag_frames; do
        (cd "$1" && "./target/debug/examples/$example")
    done
    (cd "$1" && cargo bench -q -p sparrow-core 2>/dev/null | grep -E 'reckoning with season|asked for by themselves|ratio')
}

if [ $# -gt 0 ]; then
    tree="target/bench-before"
    git worktree remove --force "$tree" 2>/dev/null || true
    git worktree add -q --detach "$tree" "$1"
    cp crates/browser-tests/examples/requests.rs "$tree/crates/browser-tests/examples/"
    (cd "$tree/web" && npm install --no-save --no-audit --no-fund --silent && npm run --silent build >/dev/null)
    measure "$tree" "before, at $1"
    git worktree remove --force "$tree"
fi
measure . "now"
