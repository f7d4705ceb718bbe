# Installs what is missing: Debian packages and npm packages.

find_postgres_bin() {
  local folder
  for folder in $(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -rV) "$(dirname "$(command -v initdb || echo /none/none)")"; do
    if [ -x "$folder/postgres" ] && [ -x "$folder/initdb" ] && [ -x "$folder/pg_dump" ]; then echo "$folder"; return; fi
  done
}

has_postgres() { [ -n "$(find_postgres_bin)" ] && { ! is_root || id postgres >/dev/null 2>&1; }; }
has_chromium() { [ -x "${CHROMIUM:-/usr/bin/chromium}" ]; }

install_debian() {
  local package=$1
  is_root || fail "the package '$package' is missing and only root may install it. Run: sudo apt-get install $package"
  command -v apt-get >/dev/null || fail "'$package' is missing, and this is no Debian system. Install it with your own package manager."
  say "Installing $package ..."
  local log="$state/apt.log"
  { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$package"; } >"$log" 2>&1 9>&- ||
    { tail -n 5 "$log" >&2; fail "could not install $package (see $log)."; }
}

ensure_node() {
  command -v node >/dev/null || fail "Node.js is missing. Install version 20.3 or newer."
  node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit(a>20||(a===20&&b>=3)?0:1)' ||
    fail "Node.js $(node --version) is too old: 20.3 or newer is needed."
}

ensure_postgres() { has_postgres || install_debian postgresql; postgres_bin=$(find_postgres_bin); [ -n "$postgres_bin" ] || fail "PostgreSQL is installed, but its server was not found under /usr/lib/postgresql."; }
# Opens our PDFs in tests, as a printer's program would.
ensure_poppler() { command -v pdftoppm >/dev/null || install_debian poppler-utils; }
ensure_chromium() { has_chromium || install_debian chromium; }

# npm packages exactly as in the lock file; done again only when that changes or an install was cut short.
ensure_npm() {
  local wanted
  wanted=$(sha256sum <package-lock.json | cut -c1-64)
  if [ "$(cat node_modules/.aquachrome-lock 2>/dev/null)" != "$wanted" ]; then
    need_space "$root" 1200
    say "Installing npm packages (a minute or two the first time) ..."
    npm ci --ignore-scripts --no-audit --no-fund >"$state/npm.log" 2>&1 9>&- || { tail -n 15 "$state/npm.log" >&2; fail "npm could not install the packages (see $state/npm.log)."; }
    printf '%s' "$wanted" >node_modules/.aquachrome-lock
  fi
}
