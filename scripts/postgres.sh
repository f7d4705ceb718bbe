# A PostgreSQL of our own on loopback: never the system's cluster. The callers set pg_home (its folder) and postgres_bin.

# The user the database runs as: the owner of its data, whoever starts; for new data of root's the user postgres.
pg_user() {
  local owner=""
  if [ -d "${pg_home:-/none}/data" ]; then owner=$(stat -c %U "$pg_home/data"); fi
  if is_root; then echo "${owner:-postgres}"; else id -un; fi
}

as_postgres() {
  local user
  user=$(pg_user)
  (cd / && if is_root && [ "$user" != root ]; then exec runuser -u "$user" -- "$@"; else exec "$@"; fi) 9>&-
}

# Where the data live is chosen once and written down: `inside` the project's own folder, or elsewhere where the database's user may not enter
# it. Later starts obey that, whoever starts; data that cannot be had are never replaced in silence.
# @param looking: nothing is copied or begun; pg_home is empty where there are no data of this folder's.
choose_pg_home() {
  local note="$state/data-place" place
  if [ ! -s "$note" ]; then
    if [ -d "$state/postgres/data" ]; then place=inside
    else
      place=$(place_of_this_folder)
      if [ -z "$place" ]; then
        if [ "${1:-}" = looking ]; then pg_home=""; return; fi
        data_are_new=yes
        if is_root && ! runuser -u postgres -- test -x "$state" 2>/dev/null; then place=$(free_place); else place=inside; fi
      fi
    fi
    note_place "$place"
  fi
  place=$(cat "$note")
  if [ "$place" = inside ]; then pg_home="$state/postgres"; else pg_home=$place; fi
  if [ "${1:-}" != looking ]; then settle_copied "$pg_home"; fi
  if [ -d "$pg_home/data" ]; then
    own_pg_home "${1:-}"
  elif [ -z "${data_are_new:-}" ] && [ -e "$note.begun" ] && [ -z "${data_may_be_gone:-}" ]; then
    fail "the data of this copy lay in $pg_home, and are not there any more. Bring that folder back, restore a backup (./run restore FILE), or, to begin with demo data, remove $note.begun."
  fi
  if [ -n "${data_are_new:-}" ]; then tell_of_lost_places; fi
}

# Says in words when the data cannot be entered by whoever starts.
check_user() {
  local owner
  owner=$(stat -c %U "$pg_home/data")
  if ! is_root && [ "$owner" != "$(id -un)" ]; then
    fail "the data of this copy lie in $pg_home and belong to the user $owner. Start it as that user, or as root."
  fi
  if is_root && [ "$owner" != root ] && ! runuser -u "$owner" -- test -x "$pg_home/data" 2>/dev/null; then
    fail "the data of this copy lie in $pg_home, which their user $owner may no longer enter. Open the folders on the way (chmod a+x), then start again; nothing is lost."
  fi
}

# Makes sure that the data at pg_home are this folder's own.
own_pg_home() {
  local first
  first=$(sed -n 1p "$pg_home/home" 2>/dev/null || true)
  case "$(whose "$pg_home")" in
    ours) check_user; [ -s "$pg_home/home" ] || claim_place "$pg_home" ;;
    renamed) check_user; claim_place "$pg_home"; say "This folder was $first before: its data are here." ;;
    *)
      if [ "${1:-}" = looking ]; then pg_home=""; return; fi
      part_from "$pg_home" "${first:-another folder}" ;;
  esac
  if [ "${1:-}" != looking ]; then mend_rights; fi
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
  if is_root; then chown -R "$(pg_user):" "$pg_home"; fi
  as_postgres "$postgres_bin/initdb" -D "$pg_home/data.unfinished" -U aquachrome --auth=scram-sha-256 --pwfile="$pg_home/password" \
    -E UTF8 --locale=C.UTF-8 >"$state/initdb.log" 2>&1 || {
    tail -n 5 "$state/initdb.log" >&2
    if grep -qi 'no space left' "$state/initdb.log"; then fail "no space left for the database in $pg_home. Make room and start again."; fi
    fail "the database could not be set up (see $state/initdb.log)."
  }
  mv "$pg_home/data.unfinished" "$pg_home/data"
  claim_place "$pg_home"
  : >"$state/data-place.begun"
}

# What the database refuses is told in words, not in its own.
pg_sql() {
  local words="$state/psql.log"
  PGOPTIONS='-c client_min_messages=warning' PGPASSWORD=$(cat "$pg_home/password") PGCONNECT_TIMEOUT=5 "$postgres_bin/psql" -X -q -A -t -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$(cat "$pg_home/port")" -U aquachrome -d "${2:-postgres}" -c "$1" 2>"$words" && return
  if grep -qiE 'no space left|could not extend|checkpoint request failed|could not write' "$words"; then
    printf '\nAquachrome: there is no space left for the database in %s. Make room and do it again; nothing is lost.\n' "$pg_home" >&2
  else
    printf '\nAquachrome: the database did not do what was asked (see %s). Nothing was changed; do it again.\n' "$words" >&2
  fi
  return 1
}

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
  [ -e "$state/data-place.begun" ] || : >"$state/data-place.begun"
  if [ -z "$(pg_pid)" ]; then
    rm -f "$pg_home/data/postmaster.pid"
    need_space "$pg_home" 60
    local wished port
    wished=$(port_in "$pg_home/port" $((15400 + 0x${checkout_key:0:4} % 900)))
    port=$(free_port "$wished")
    printf '%s' "$port" >"$pg_home/port"
    pg_launch "$port" || {
      tail -n 8 "$pg_home/log" >&2 || true
      if tail -n 8 "$pg_home/log" 2>/dev/null | grep -qi 'no space left'; then fail "no space left for the database in $pg_home. Make room and start again; nothing is lost."; fi
      fail "the database did not start (see $pg_home/log)."
    }
  fi
  # The port of a server that runs already is what the server says, whatever became of our note.
  local running
  running=$(sed -n 4p "$pg_home/data/postmaster.pid" 2>/dev/null || true)
  if [[ $running =~ ^[0-9]+$ ]] && [ "$running" != "$(cat "$pg_home/port" 2>/dev/null)" ]; then printf '%s' "$running" >"$pg_home/port"; fi
  [ "$(pg_sql "SELECT 1 FROM pg_database WHERE datname = 'aquachrome'")" = 1 ] || pg_sql 'CREATE DATABASE aquachrome'
  if [ -e "$pg_home/begins-history" ]; then
    # A copy of data is another history: edits that wait in a browser for the first are not laid onto it unasked.
    if [ "$(pg_sql "SELECT count(*) FROM pg_tables WHERE tablename = 'installation'" aquachrome)" = 1 ]; then
      pg_sql 'UPDATE installation SET epoch = gen_random_uuid()::text, accepts_unnamed = false' aquachrome
    fi
    rm -f "$pg_home/begins-history"
  fi
  database_url="postgres://aquachrome:$(cat "$pg_home/password")@127.0.0.1:$(cat "$pg_home/port")/aquachrome"
}

pg_stop() {
  [ -n "$(pg_pid)" ] || return 0
  as_postgres "$postgres_bin/pg_ctl" -D "$pg_home/data" -s -m fast -w -t 60 stop >/dev/null
}
