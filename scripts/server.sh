# Builds, starts and stops the application.

# Of this folder, under its name of now, or of the house in which it works under an odd one.
is_our_server() {
  local cwd
  cwd=$(readlink "/proc/$1/cwd" 2>/dev/null) && [ -n "$cwd" ] || return 1
  [ "$cwd" = "$root" ] || [ "$cwd" = "${folder:-$root}" ] || [ "$cwd" = "$(cat "$state/house" 2>/dev/null)" ] || return 1
  tr '\0' ' ' <"/proc/$1/cmdline" 2>/dev/null | grep -q 'scripts/serve.ts'
}

# The process id of our server, or nothing: the number in the file must belong to a process of this checkout; a lost file is no loss.
server_pid() {
  local pid
  pid=$(cat "$state/server.pid" 2>/dev/null || true)
  if [[ $pid =~ ^[0-9]+$ ]] && is_our_server "$pid"; then echo "$pid"; return; fi
  for pid in $(pgrep -f 'scripts/serve.ts' 2>/dev/null || true); do
    if is_our_server "$pid"; then echo "$pid"; return; fi
  done
}

source_stamp() { find src demo astro.config.ts package-lock.json -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64; }

build_application() {
  local stamp
  stamp=$(source_stamp)
  if [ "$(cat dist/.aquachrome-stamp 2>/dev/null)" != "$stamp" ]; then
    say "Building (half a minute) ..."
    ASTRO_TELEMETRY_DISABLED=1 node node_modules/astro/astro.js build >"$state/build.log" 2>&1 9>&- || { tail -n 25 "$state/build.log" >&2; fail "the build failed (see $state/build.log)."; }
    printf '%s' "$stamp" >dist/.aquachrome-stamp
    was_built=yes
  fi
}

# Whether our own server answers at a port; the name of the folder is compared as it is, whatever signs it has.
answers_here() {
  node -e 'const [port, home] = process.argv.slice(1); fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(8000) }).then((answer) => answer.json()).then((said) => process.exit(said.home === home ? 0 : 1)).catch(() => process.exit(1))' "$1" "$root"
}

prepare() {
  ensure_node
  lock_starts
  ensure_postgres
  ensure_npm
  choose_pg_home
  pg_start
  settle_data
  export AQUACHROME_DATABASE_URL=$database_url AQUACHROME_HOME=$root
  node --import tsx scripts/migrate.ts 9>&- || fail "the data could not be brought up to date. Start again; nothing is lost."
  node --import tsx demo/load.ts 9>&- || fail "the demo data could not be loaded. Start again: it goes on where it stopped."
}

start_server() {
  local port own waited=0
  if [ -n "$(server_pid)" ] && [ -z "${was_built:-}" ] && answers_here "$(port_in "$state/port" 4747)"; then return; fi
  # One of ours that hangs is ended here: it is no other program.
  stop_server
  # The port is the address under which a browser keeps edits that wait: it stays the same, and is gone back to when it was taken for a while.
  own=${AQUACHROME_PORT:-$(port_in "$state/own-port" "$(port_in "$state/port" 4747)")}
  port=$(free_port "$own")
  if [ "$port" != "$own" ]; then
    say "Port $own is taken by another program: this time the address is http://127.0.0.1:$port instead of http://127.0.0.1:$own."
    say "Edits that still wait in a browser lie under the old address. A page that is open there saves them as a file (at \"Kept here\"), which the table at the new address reads. The next start goes back to $own when it is free."
  fi
  printf '%s' "$own" >"$state/own-port"
  AQUACHROME_PORT=$port NODE_ENV=production setsid nohup node --import tsx scripts/serve.ts >>"$state/server.log" 2>&1 </dev/null 9>&- &
  printf '%s' "$!" >"$state/server.pid"
  printf '%s' "$port" >"$state/port"
  until answers_here "$port"; do
    waited=$((waited + 1))
    [ -n "$(server_pid)" ] && [ "$waited" -lt 60 ] || { tail -n 3 "$state/server.log" >&2; fail "the application did not start (see $state/server.log). Start it again; nothing is lost."; }
    sleep 0.3
  done
}

stop_server() {
  local pid waited=0
  pid=$(server_pid)
  if [ -n "$pid" ]; then
    kill "$pid" 2>/dev/null || true
    while is_our_server "$pid" && [ "$waited" -lt 50 ]; do sleep 0.1; waited=$((waited + 1)); done
    if is_our_server "$pid"; then kill -9 "$pid" 2>/dev/null || true; sleep 0.2; fi
  fi
  rm -f "$state/server.pid"
}

run_demo() {
  prepare
  build_application
  start_server
  say ""
  say "Aquachrome is ready: http://127.0.0.1:$(cat "$state/port")"
  say "Stop it with ./run stop; everything is kept."
}

run_dev() {
  prepare
  exec 9>&-
  say "Development server; end it with Ctrl-C. The database goes on until ./run stop."
  ASTRO_TELEMETRY_DISABLED=1 exec node node_modules/astro/astro.js dev --host 127.0.0.1 --port "$(free_port "${AQUACHROME_PORT:-4848}")"
}

run_stop() {
  lock_starts
  stop_server
  postgres_bin=$(find_postgres_bin)
  choose_pg_home looking
  if [ -n "$pg_home" ]; then pg_stop; fi
  say "Stopped. Everything is kept."
}

run_test() {
  ensure_node
  lock_starts
  ensure_postgres
  ensure_chromium
  ensure_poppler
  ensure_npm
  exec 9>&-
  POSTGRES_BIN=$postgres_bin exec node --import tsx scripts/test.ts "$@"
}
