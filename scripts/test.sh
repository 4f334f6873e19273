# Run by `./aretane test`: all checks, or one part: core, python, front, browser.
set -euo pipefail
export PYTHONPATH=src:.
bin=.venv/bin
# Four processes, for many tests wait; a file's tests stay together. All are as nice as can be, so that work beside the
# server, which steps back behind it, has its share beside four busy tests.
pytest="nice -n 19 $bin/pytest"
spread=(-n 4 --dist loadfile)
part=${1:-all}
[ $# -gt 0 ] && shift

step() { printf '\n== %s\n' "$1"; shift; "$@"; }
front() { (cd frontend && npm run --silent "$@"); }

static_python() {
  step "lint" $bin/ruff check .
  step "format" $bin/ruff format --check -q .
  step "types" $bin/mypy
  step "layers" $bin/lint-imports --no-cache
}
static_front() {
  step "front-end types" front types
  step "front-end lint" front lint
  step "front-end format" front format
  step "front-end layers" front layers
  step "front-end tests" front test
}

case "$part" in
  core) step "core" $pytest tests/core "${spread[@]}" "$@" ;;
  python) static_python; step "tests" $pytest tests --ignore tests/browser "${spread[@]}" "$@" ;;
  front) static_front ;;
  browser) source scripts/setup.sh; setup_pages; step "browser" $pytest tests/browser "${spread[@]}" "$@" ;;
  all)
    source scripts/setup.sh
    front_said=$(mktemp)
    trap 'rm -f "$front_said"' EXIT
    static_front >"$front_said" 2>&1 &
    static_python
    setup_pages
    wait $! || { cat "$front_said"; exit 1; }
    cat "$front_said"
    step "tests" $pytest tests "${spread[@]}" --durations 40 "$@"
    ;;
  *) echo "aretane test: no such part: $part (core, python, front, browser)" >&2; exit 2 ;;
esac
