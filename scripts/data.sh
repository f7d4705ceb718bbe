# Everything the maker has, as one file: out, in again, and away.

confirm() {
  local answer=""
  [ "${2:-}" = "--yes" ] && return 0
  printf '%s Type yes to go on: ' "$1"
  read -r answer || true
  [ "$answer" = yes ] || fail "left as it is."
}

open_database() {
  ensure_node; ensure_postgres; ensure_npm; choose_pg_home; pg_start; settle_data
  export AQUACHROME_DATABASE_URL=$database_url AQUACHROME_HOME=$root
  # An older version's data are brought to today before anything is compared with them.
  node --import tsx scripts/migrate.ts 9>&- >/dev/null || fail "the data could not be read (see above). Nothing was changed."
}

# A path as the caller means it: of the folder where ./run was called.
caller_path() { case "$1" in /*) printf '%s' "$1" ;; *) printf '%s/%s' "$caller_folder" "$1" ;; esac; }

pg_client() { local program=$1; shift; PGPASSWORD=$(cat "$pg_home/password") "$postgres_bin/$program" -h 127.0.0.1 -p "$(cat "$pg_home/port")" -U aquachrome "$@" 9>&-; }

beside_url() { printf '%s' "${database_url%/*}/aquachrome_beside"; }

# An empty database beside the one in use.
make_beside() { pg_sql 'DROP DATABASE IF EXISTS aquachrome_beside WITH (FORCE)'; pg_sql 'CREATE DATABASE aquachrome_beside'; }
drop_beside() { rm -f "$state/restore.pgdump"; pg_sql 'DROP DATABASE IF EXISTS aquachrome_beside WITH (FORCE)'; }

# The database beside takes the place of the one in use: both names change in one transaction, and the old one goes last. Whatever comes in
# between is finished or undone by settle_data at the next start.
swap_in_beside() {
  stop_server
  pg_sql "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname IN ('aquachrome', 'aquachrome_beside')" >/dev/null
  pg_sql 'ALTER DATABASE aquachrome RENAME TO aquachrome_replaced; ALTER DATABASE aquachrome_beside RENAME TO aquachrome'
  pg_sql 'DROP DATABASE aquachrome_replaced WITH (FORCE)'
}

run_reset() {
  local ran=""
  lock_starts
  open_database
  confirm "This forgets every make, recipe and marker of this copy of Aquachrome and loads the demo data anew." "${1:-}"
  [ -z "$(server_pid)" ] || ran=yes
  make_beside
  AQUACHROME_DATABASE_URL=$(beside_url) node --import tsx scripts/migrate.ts 9>&- || { drop_beside; fail "the demo data could not be loaded. Nothing was changed."; }
  AQUACHROME_DATABASE_URL=$(beside_url) node --import tsx demo/load.ts 9>&- >/dev/null || { drop_beside; fail "the demo data could not be loaded. Nothing was changed."; }
  AQUACHROME_RESTORED_URL=$(beside_url) node --import tsx scripts/check-restored.ts finish 9>&- >/dev/null || { drop_beside; fail "the demo data could not be loaded. Nothing was changed."; }
  swap_in_beside
  if [ -n "$ran" ]; then build_application; start_server; fi
  say "The demo data are as on the first day. Start with ./run demo."
}

# The names of what lies in a backup: a list for people, and the data.
backup_list='READ ME.txt'
backup_data=data.pgdump

run_backup() {
  [ -n "${1:-}" ] || fail "name the file to write: ./run backup my-makes.aquachrome"
  local file
  file=$(caller_path "$1")
  [ ! -e "$file" ] || fail "$file is there already. Name another file."
  [ -d "$(dirname "$file")" ] || fail "there is no folder $(dirname "$file"). Make it first, or name another file."
  lock_starts
  open_database
  # Only its owner may read it: it holds everything.
  (umask 077; : >"$file.unfinished") || fail "$file cannot be written there. Name another file."
  local parts="$state/backup"
  rm -rf "$parts"
  (umask 077; mkdir -p "$parts")
  # Tar, since that is opened everywhere and knows no largest size; the list stands first.
  { node --import tsx scripts/backup-list.ts >"$parts/$backup_list" 9>&- &&
    pg_client pg_dump --format=custom --no-owner --no-privileges --file="$parts/$backup_data" aquachrome &&
    tar --force-local -cf "$file.unfinished" -C "$parts" "$backup_list" "$backup_data"; } || { rm -rf "$file.unfinished" "$parts"; fail "the backup could not be written."; }
  rm -rf "$parts"
  # Some disks know no rights: then it has none to lose.
  chmod 600 "$file.unfinished" 2>/dev/null || true
  mv "$file.unfinished" "$file"
  say "Everything is in $file ($(du -h "$file" | cut -f1))."
}

# The words that the check left; what is no sentence is no word of ours.
refuse_file() {
  local words
  words=$(grep -E '^[A-Z].*\.$' "$state/restore.log" | tail -n 1 || true)
  drop_beside
  fail "$1 cannot be restored. ${words:-It is damaged, or not a backup of Aquachrome.} Nothing was changed."
}

# The dump in a backup, in dump_file: taken out of it, or the file itself as older versions wrote it.
unpack_backup() {
  local file=$1
  dump_file=$file
  [ "$(head -c 5 "$file" | tr -d '\0')" != PGDMP ] || return 0
  [ "$(head -c ${#backup_list} "$file" | tr -d '\0')" = "$backup_list" ] || fail "$file was not written by ./run backup. Nothing was changed."
  dump_file="$state/restore.pgdump"
  (umask 077; tar --force-local -xOf "$file" "$backup_data" >"$dump_file" 2>"$state/restore.log") || { rm -f "$dump_file"; fail "$file is damaged, or not a backup of Aquachrome. Nothing was changed."; }
}

# Reads the rows of a backup into the database beside: tables as our own migrations make them, rows by a role that may do nothing else.
read_beside() {
  local file=$1 dump=$2 list="$state/restore.list" names=() restorer
  "$postgres_bin/pg_restore" --list "$dump" >"$list.all" 2>"$state/restore.log" 9>&- || { drop_beside; fail "$file is damaged, or not a backup of Aquachrome. Nothing was changed."; }
  if grep -q ' TABLE public applied_migrations ' "$list.all"; then
    "$postgres_bin/pg_restore" --data-only --table=applied_migrations --file="$list.names" "$dump" 2>"$state/restore.log" 9>&- || { drop_beside; fail "$file is damaged, or not a backup of Aquachrome. Nothing was changed."; }
    names=("$(sed -n '/^COPY /,/^\\\./{/^COPY /d;/^\\\./d;p}' "$list.names" | tr '\n' ' ')")
  fi
  AQUACHROME_RESTORED_URL=$(beside_url) node --import tsx scripts/check-restored.ts prepare ${names[@]+"${names[@]}"} 2>"$state/restore.log" 9>&- || refuse_file "$file"
  # What the migrations write themselves comes from them; tables that others point to come first.
  grep -E '; [0-9]+ [0-9]+ (TABLE DATA|SEQUENCE SET) public ' "$list.all" | grep -vE ' TABLE DATA public (applied_migrations|installation) ' |
    awk '{ rank = / public (makes|marker_lines|sessions) /? 0 : / public markers /? 1 : 2; print rank, $0 }' | sort -s -n -k1,1 | cut -d' ' -f2- >"$list" || true
  # What comes out of it is counted before it goes anywhere.
  "$postgres_bin/pg_restore" --data-only --use-list="$list" --file=- "$dump" 2>"$state/restore.list.log" 9>&- |
    node --import tsx scripts/dump-bounds.ts $(($(df -Pm "$pg_home" | awk 'NR==2 {print $4}') / 3)) 2>"$state/restore.log" 9>&- || {
    [ -s "$state/restore.log" ] && refuse_file "$file"
    drop_beside; fail "$file is damaged, or not a backup of Aquachrome. Nothing was changed."
  }
  restorer=$(od -An -N18 -tx1 /dev/urandom | tr -d ' \n')
  pg_sql "DROP ROLE IF EXISTS aquachrome_restorer" 2>/dev/null || pg_sql "DROP OWNED BY aquachrome_restorer; DROP ROLE aquachrome_restorer"
  pg_sql "CREATE ROLE aquachrome_restorer LOGIN NOSUPERUSER PASSWORD '$restorer'"
  pg_sql "GRANT USAGE ON SCHEMA public TO aquachrome_restorer; GRANT SELECT, INSERT ON ALL TABLES IN SCHEMA public TO aquachrome_restorer; GRANT USAGE, UPDATE ON ALL SEQUENCES IN SCHEMA public TO aquachrome_restorer" aquachrome_beside
  PGPASSWORD=$restorer "$postgres_bin/pg_restore" --exit-on-error --data-only --no-owner --use-list="$list" -h 127.0.0.1 -p "$(cat "$pg_home/port")" -U aquachrome_restorer \
    -d aquachrome_beside "$dump" 2>"$state/restore.log" 9>&- || { forget_restorer; drop_beside; fail "$file is damaged, or not a backup of Aquachrome. Nothing was changed."; }
  forget_restorer
  found=$(AQUACHROME_RESTORED_URL=$(beside_url) node --import tsx scripts/check-restored.ts finish 2>"$state/restore.log" 9>&-) || refuse_file "$file"
}

forget_restorer() { pg_sql "DROP OWNED BY aquachrome_restorer" aquachrome_beside; pg_sql "DROP ROLE aquachrome_restorer"; }

run_restore() {
  [ -n "${1:-}" ] || fail "name a file that ./run backup wrote: ./run restore my-makes.aquachrome"
  local file makes found ran=""
  file=$(caller_path "$1")
  [ -f "$file" ] && [ -r "$file" ] || fail "there is no file $file that can be read. Name one that ./run backup wrote."
  lock_starts
  local dump_file
  unpack_backup "$file"
  data_may_be_gone=yes
  open_database
  # Into a database beside, and looked at there: whatever the file turns out to be, everything is as it was, and the application runs on.
  make_beside
  read_beside "$file" "$dump_file"
  rm -f "$state/restore.pgdump"
  makes=$(pg_sql "SELECT count(*) FROM makes" aquachrome 2>/dev/null || echo 0)
  if [ "$makes" != 0 ]; then
    (confirm "The file holds $found $makes makes are here and would be replaced by them." "${2:-}") || { drop_beside; exit 1; }
  fi
  [ -z "$(server_pid)" ] || ran=yes
  swap_in_beside
  if [ -n "$ran" ]; then build_application; start_server; fi
  say "Everything from $file is back: $found Start with ./run demo."
}

# Finishes or undoes aloud what a kill has cut short in a restore or a reset.
settle_data() {
  local names
  names=$(pg_sql "SELECT string_agg(datname, ' ') FROM pg_database WHERE datname LIKE 'aquachrome%'")
  case " $names " in *" aquachrome_replaced "*)
    pg_sql 'DROP DATABASE aquachrome_replaced WITH (FORCE)'
    say "A restore or reset that was cut short was finished: the data are those it brought." ;;
  esac
  case " $names " in *" aquachrome_beside "*)
    drop_beside
    say "A restore or reset that was cut short was undone: the data are those from before it." ;;
  esac
}
