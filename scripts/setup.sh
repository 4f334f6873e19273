# Sourced by ./aretane: installs what is missing. Each step leaves a stamp of what it was made from,
# so that a second start does nothing.

VENV=.venv
TOOLS=.tools
say() { printf '  %s\n' "$*" >&2; }
stop() { printf 'aretane: %s\n' "$*" >&2; exit 1; }

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null; then sudo "$@"
  else stop "cannot install Debian packages: run as root, or install sudo. Needed: $*"; fi
}

install_packages() { # Debian packages, by name
  say "installing from Debian's packages: $*"
  as_root apt-get update -qq >/dev/null || stop "apt-get update failed"
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
    -o DPkg::Lock::Timeout=300 "$@" >/dev/null || stop "apt-get install $* failed"
}

stamp_of() { cat "$@" | sha256sum | cut -c1-16; }
is_stamped() { [ -f "$1" ] && [ "$(cat "$1")" = "$2" ]; }

good_python() { "$1" -c 'import sys, venv, ensurepip; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; }
find_python() {
  local name
  for name in python3 /usr/bin/python3 python3.13 python3.12 python3.11; do
    if command -v "$name" >/dev/null && good_python "$name"; then command -v "$name"; return; fi
  done
  install_packages python3 python3-venv
  good_python /usr/bin/python3 || stop "Python 3.11 or newer is needed"
  echo /usr/bin/python3
}

setup_database() {
  PATH="$PATH:/usr/sbin" command -v mariadbd >/dev/null || install_packages mariadb-server
}

install_lock() { # environment, lock file; the lock is whole, so pip resolves nothing (it once took a newer release)
  "$1/bin/python" -m pip install -q --disable-pip-version-check --no-deps --require-hashes -r "$2"
}

setup_venv() { # name of the lock file: run or dev
  local lock=requirements/$1.lock want
  want="$1 $(stamp_of "$lock")"
  [ "$1" = run ] && is_stamped $VENV/stamp "dev $(stamp_of requirements/dev.lock)" && return
  is_stamped $VENV/stamp "$want" && return
  if [ ! -x $VENV/bin/python ] || ! $VENV/bin/python -c '' 2>/dev/null; then
    say "making a virtual environment"
    rm -rf $VENV
    "$(find_python)" -m venv $VENV || stop "the virtual environment could not be made"
  fi
  say "installing Python packages from $lock"
  install_lock $VENV "$lock" || stop "installing Python packages failed"
  echo "$want" > $VENV/stamp
}

good_node() { # Vite needs Node 20.19; npm before 11 leaves out its platform packages
  "$1/node" -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' 2>/dev/null &&
    [ "$(PATH="$1:$PATH" "$1/npm" --version 2>/dev/null | cut -d. -f1)" -ge 11 ] 2>/dev/null
}
setup_node() {
  local own=$PWD/$TOOLS/node/bin
  if command -v node >/dev/null && good_node "$(dirname "$(command -v node)")"; then return; fi
  export PATH="$own:$PATH"
  [ -x "$own/node" ] && good_node "$own" && return
  say "installing Node from requirements/node.lock"
  "$(find_python)" -m venv $TOOLS/node || stop "the Node folder could not be made"
  install_lock $TOOLS/node requirements/node.lock || stop "installing Node failed"
  good_node "$own" || stop "the installed Node does not run"
}

setup_front_end() {
  setup_node
  local want
  want=$(stamp_of frontend/package-lock.json)
  is_stamped frontend/node_modules/.stamp "$want" && return
  say "installing front-end packages from package-lock.json"
  (cd frontend && npm ci --silent --no-audit --no-fund) || stop "npm ci failed"
  echo "$want" > frontend/node_modules/.stamp
}

page_sources() {
  find frontend/src frontend/index.html frontend/vite.config.ts frontend/package-lock.json -type f -print0 |
    sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16
}
setup_pages() {
  local want
  want=$(page_sources)
  is_stamped frontend/dist/.stamp "$want" && return
  setup_front_end
  say "building the pages"
  (cd frontend && npm run --silent build -- --logLevel warn) || stop "building the pages failed"
  echo "$want" > frontend/dist/.stamp
}

export NUMBA_CACHE_DIR=${NUMBA_CACHE_DIR:-$PWD/$VENV/kernels} # compiled ball motion
kernel_sources() {
  stamp_of src/aretane/core/motion/kernel/*.py src/aretane/core/chance/{fast,windows}.py \
    src/aretane/core/runout/{kernel,stocked,records,glance,frame_glance,turn_glance,ranking}.py requirements/run.lock
}
setup_kernels() {
  local want
  want=$(kernel_sources)
  is_stamped "$NUMBA_CACHE_DIR/stamp" "$want" && return
  say "compiling ball motion (once, about a minute)"
  rm -rf "$NUMBA_CACHE_DIR"
  PYTHONPATH=src $VENV/bin/python -m aretane compile || stop "compiling ball motion failed"
  echo "$want" > "$NUMBA_CACHE_DIR/stamp"
}

setup_run() {
  setup_venv run
  setup_kernels
  [ -n "${ARETANE_DATABASE_URL:-}" ] || setup_database
}

setup_test() {
  setup_venv dev
  setup_kernels
  setup_database
  local missing=()
  [ -x /usr/bin/chromium-headless-shell ] || missing+=(chromium-headless-shell)
  PATH="$PATH:/sbin:/usr/sbin" ldconfig -p 2>/dev/null | grep -q libatomic.so.1 || missing+=(libatomic1) # the browser driver needs it
  [ ${#missing[@]} = 0 ] || install_packages "${missing[@]}"
  setup_front_end
}

exec_python() { PYTHONPATH=src:. exec $VENV/bin/python "$@"; }
