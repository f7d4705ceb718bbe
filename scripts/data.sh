# Everything the maker has, as one file: out, in again, and away.

confirm() {
  local answer=""
  [ "${2:-}" = "--yes" ] && return 0
  printf '%s Type yes to go on: ' "$1"
  read -r answer || true
  [ "$answer" = yes ] || fail "left as it is."
}

open_database() {
  ensure_node; ensure_postgres; ensure_npm; choose_pg_home; pg_start
  export AQUACHROME_DATABASE_URL=$database_url AQUACHROME_HOME=$root
}

run_reset() {
  confirm "This forgets every make, recipe and marker of this copy of Aquachrome and loads the demo data anew." "${1:-}"
  lock_starts
  stop_server
  open_database
  pg_sql 'DROP DATABASE aquachrome WITH (FORCE)'
  pg_start
  export AQUACHROME_DATABASE_URL=$database_url
  node --import tsx scripts/migrate.ts 9>&-
  node --import tsx demo/load.ts 9>&-
  say "The demo data are as on the first day. Start with ./run demo."
}

run_backup() {
  local file=${1:-}
  [ -n "$file" ] || fail "name the file to write: ./run backup my-makes.aquachrome"
  [ ! -e "$file" ] || fail "$file is there already. Name another file."
  lock_starts
  open_database
  PGPASSWORD=$(cat "$pg_home/password") "$postgres_bin/pg_dump" --format=custom --no-owner --no-privileges -h 127.0.0.1 -p "$(cat "$pg_home/port")" -U aquachrome \
    --file="$file.unfinished" aquachrome 9>&- || { rm -f "$file.unfinished"; fail "the backup could not be written."; }
  mv "$file.unfinished" "$file"
  say "Everything is in $file ($(du -h "$file" | cut -f1))."
}

run_restore() {
  local file=${1:-} makes
  [ -r "$file" ] || fail "name a file that ./run backup wrote: ./run restore my-makes.aquachrome"
  [ "$(head -c 5 "$file")" = PGDMP ] || fail "$file was not written by ./run backup. Nothing was changed."
  lock_starts
  stop_server
  open_database
  makes=$(pg_sql "SELECT count(*) FROM makes" aquachrome 2>/dev/null || echo 0)
  [ "$makes" = 0 ] || confirm "$makes makes are here and would be replaced by those of $file." "${2:-}"
  # Into a database of its own first: a file that turns out damaged leaves everything as it was.
  pg_sql 'DROP DATABASE IF EXISTS aquachrome_restored WITH (FORCE)'
  pg_sql 'CREATE DATABASE aquachrome_restored'
  PGPASSWORD=$(cat "$pg_home/password") "$postgres_bin/pg_restore" --exit-on-error --no-owner -h 127.0.0.1 -p "$(cat "$pg_home/port")" -U aquachrome \
    -d aquachrome_restored "$file" 9>&- || { pg_sql 'DROP DATABASE aquachrome_restored'; fail "$file is damaged. Nothing was changed."; }
  pg_sql 'DROP DATABASE aquachrome WITH (FORCE)'
  pg_sql 'ALTER DATABASE aquachrome_restored RENAME TO aquachrome'
  node --import tsx scripts/migrate.ts 9>&-
  say "Everything from $file is back. Start with ./run demo."
}
