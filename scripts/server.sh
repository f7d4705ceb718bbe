# Builds, starts and stops the application.

# The process id of our server, or nothing: the number in the file must belong to a process of this checkout.
server_pid() {
  local pid
  pid=$(cat "$state/server.pid" 2>/dev/null || true)
  [ -n "$pid" ] && [ "$(readlink "/proc/$pid/cwd" 2>/dev/null)" = "$root" ] && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -q 'scripts/serve.ts' && echo "$pid" || true
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

answers_here() { curl_health "$1" | grep -q "\"home\":\"$root\""; }
curl_health() { node -e 'fetch(process.argv[1],{signal:AbortSignal.timeout(4000)}).then(r=>r.text()).then(t=>console.log(t)).catch(()=>{})' "http://127.0.0.1:$1/api/health"; }

prepare() {
  ensure_node
  lock_starts
  ensure_postgres
  ensure_npm
  choose_pg_home
  pg_start
  export AQUACHROME_DATABASE_URL=$database_url AQUACHROME_HOME=$root
  node --import tsx scripts/migrate.ts 9>&-
  node --import tsx demo/load.ts 9>&-
}

start_server() {
  local port waited=0
  if [ -n "$(server_pid)" ] && [ -z "${was_built:-}" ] && answers_here "$(cat "$state/port")"; then return; fi
  stop_server
  local wished=${AQUACHROME_PORT:-$(cat "$state/port" 2>/dev/null || echo 4747)}
  port=$(free_port "$wished")
  [ "$port" = "$wished" ] || say "Port $wished is taken by another program: using $port."
  AQUACHROME_PORT=$port NODE_ENV=production setsid nohup node --import tsx scripts/serve.ts >>"$state/server.log" 2>&1 </dev/null 9>&- &
  printf '%s' "$!" >"$state/server.pid"
  printf '%s' "$port" >"$state/port"
  until answers_here "$port"; do
    waited=$((waited + 1))
    [ -n "$(server_pid)" ] && [ "$waited" -lt 60 ] || { tail -n 10 "$state/server.log" >&2; fail "the application did not start (see $state/server.log)."; }
    sleep 0.3
  done
}

stop_server() {
  local pid waited=0
  pid=$(server_pid)
  if [ -n "$pid" ]; then
    kill "$pid" 2>/dev/null || true
    while [ -n "$(server_pid)" ] && [ "$waited" -lt 50 ]; do sleep 0.1; waited=$((waited + 1)); done
    [ -z "$(server_pid)" ] || kill -9 "$pid" 2>/dev/null || true
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
  choose_pg_home
  pg_stop
  say "Stopped. Everything is kept."
}

run_test() {
  ensure_node
  lock_starts
  ensure_postgres
  ensure_chromium
  ensure_npm
  exec 9>&-
  POSTGRES_BIN=$postgres_bin exec node --import tsx scripts/test.ts
}
