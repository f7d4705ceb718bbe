# A PostgreSQL of our own on loopback: never the system's cluster. The callers set pg_home (its folder) and postgres_bin.

as_postgres() { (cd / && if is_root; then exec runuser -u postgres -- "$@"; else exec "$@"; fi) 9>&-; }

# Where the data of the demo live: in the project, or under /var/tmp where the postgres user may not enter the project.
choose_pg_home() {
  pg_home="$state/postgres"
  if is_root && ! as_postgres test -x "$state"; then pg_home="/var/tmp/aquachrome-$checkout_key"; fi
}

# The process id of our server, or nothing. A stale file whose number now belongs to another program does not count.
pg_pid() {
  local pid
  pid=$(head -n 1 "$pg_home/data/postmaster.pid" 2>/dev/null || true)
  [ -n "$pid" ] && [ "$(readlink "/proc/$pid/cwd" 2>/dev/null)" = "$(readlink -f "$pg_home/data")" ] && echo "$pid" || true
}

pg_init() {
  need_space "$(dirname "$pg_home")" 300
  mkdir -p "$pg_home"
  # A folder that a cut-short first start left behind is unfinished by its name.
  rm -rf "$pg_home/data.unfinished"
  if [ ! -s "$pg_home/password" ]; then
    (umask 077; od -An -N24 -tx1 /dev/urandom | tr -d ' \n' >"$pg_home/password.new"; mv "$pg_home/password.new" "$pg_home/password")
  fi
  if is_root; then chown -R postgres: "$pg_home"; fi
  as_postgres "$postgres_bin/initdb" -D "$pg_home/data.unfinished" -U aquachrome --auth=scram-sha-256 --pwfile="$pg_home/password" \
    -E UTF8 --locale=C.UTF-8 >"$state/initdb.log" 2>&1 || {
    tail -n 5 "$state/initdb.log" >&2
    if grep -qi 'no space left' "$state/initdb.log"; then fail "no space left for the database in $pg_home. Make room and start again."; fi
    fail "the database could not be set up (see $state/initdb.log)."
  }
  mv "$pg_home/data.unfinished" "$pg_home/data"
}

pg_sql() { PGPASSWORD=$(cat "$pg_home/password") PGCONNECT_TIMEOUT=5 "$postgres_bin/psql" -X -q -A -t -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$(cat "$pg_home/port")" -U aquachrome -d "${2:-postgres}" -c "$1"; }

# After a kill -9 the old backends may hold the shared memory for a moment: tried again for some seconds.
pg_launch() {
  local tries=0
  until as_postgres "$postgres_bin/pg_ctl" -D "$pg_home/data" -l "$pg_home/log" -s -w -t 60 \
    -o "-p $1 -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" start >"$state/pg_ctl.log" 2>&1; do
    tries=$((tries + 1))
    [ "$tries" -lt 20 ] && tail -n 4 "$pg_home/log" | grep -q 'shared memory' || return 1
    rm -f "$pg_home/data/postmaster.pid"
    sleep 0.3
  done
}

pg_start() {
  [ -d "$pg_home/data" ] || pg_init
  if [ -z "$(pg_pid)" ]; then
    rm -f "$pg_home/data/postmaster.pid"
    need_space "$pg_home" 60
    local wished port
    wished=$(cat "$pg_home/port" 2>/dev/null || echo $((15400 + 0x${checkout_key:0:4} % 900)))
    port=$(free_port "$wished")
    printf '%s' "$port" >"$pg_home/port"
    pg_launch "$port" || {
      tail -n 8 "$pg_home/log" >&2 || true
      if tail -n 8 "$pg_home/log" 2>/dev/null | grep -qi 'no space left'; then fail "no space left for the database in $pg_home. Make room and start again; nothing is lost."; fi
      fail "the database did not start (see $pg_home/log)."
    }
  fi
  [ "$(pg_sql "SELECT 1 FROM pg_database WHERE datname = 'aquachrome'")" = 1 ] || pg_sql 'CREATE DATABASE aquachrome'
  database_url="postgres://aquachrome:$(cat "$pg_home/password")@127.0.0.1:$(cat "$pg_home/port")/aquachrome"
}

pg_stop() {
  [ -n "$(pg_pid)" ] || return 0
  as_postgres "$postgres_bin/pg_ctl" -D "$pg_home/data" -s -m fast -w -t 60 stop >/dev/null
}
