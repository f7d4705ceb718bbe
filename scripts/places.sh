# Whose data lie where. A place of data (pg_home) names the folder that it belongs to: a folder that was renamed finds its data again, and a
# copy of a folder is told so and gets data of its own. Nothing of another folder's is ever used, swept, reset or stopped.

# Notes that a place belongs to this folder: its path, its number in the file system (folder_number), and a name that goes along with copies of the files.
# @param anew: under another name.
claim_place() {
  local name
  name=$(sed -n 3p "$1/home" 2>/dev/null || true)
  if [ -z "$name" ] || [ "${2:-}" = anew ]; then name=$(od -An -N12 -tx1 /dev/urandom | tr -d ' \n'); fi
  printf '%s\n%s\n%s\n' "$folder" "$(folder_number "$folder")" "$name" >"$1/home.new" && mv "$1/home.new" "$1/home"
  chmod 644 "$1/home" 2>/dev/null || true
}

# Whether a folder of that path still works with the data of a place, or with those that it is a copy of: its own note says so.
works_with() {
  local other="$1/.aquachrome" place=$2
  [ -d "$other" ] || return 1
  [ "$(cat "$other/data-place" 2>/dev/null)" != "$place" ] || return 0
  [ -d "$other/postgres/data" ] && [ "$(sed -n 3p "$other/postgres/home" 2>/dev/null)" = "$(sed -n 3p "$place/home")" ]
}

# Whose a place is: ours; renamed (ours, under the path that this folder had before); anothers; unknown (of before places were named).
whose() {
  local place=$1 home
  if [ ! -s "$place/home" ]; then
    case "$place" in "$state"/* | "/var/tmp/aquachrome-$checkout_key") echo ours ;; *) echo unknown ;; esac
    return
  fi
  home=$(sed -n 1p "$place/home")
  if [ "$home" = "$folder" ]; then echo ours
  elif works_with "$home" "$place"; then echo anothers
  else echo renamed; fi
}

# A place outside the folder that belongs to it, also by the path that it had before; or nothing.
place_of_this_folder() {
  local place
  for place in "/var/tmp/aquachrome-$checkout_key" /var/tmp/aquachrome-*; do
    [ -d "$place/data" ] || continue
    case "$(whose "$place")" in
      ours) echo "$place"; return ;;
      renamed) if is_number_of_folder "$(sed -n 2p "$place/home")"; then echo "$place"; return; fi ;;
    esac
  done
}

# Data that lie under /var/tmp and whose folder is not there any more: they may be the maker's own, and are told of before demo data are shown.
tell_of_lost_places() {
  local place told=""
  for place in /var/tmp/aquachrome-* /var/tmp/aquachrome-house-*/.aquachrome/postgres; do
    [ -d "$place/data" ] && [ "$place" != "$pg_home" ] || continue
    case "$(whose "$place")" in renamed | unknown) ;; *) continue ;; esac
    [ -n "$told" ] || say "Data of a folder that is not there any more were found. They are left as they are:"
    told=yes
    say "  $place$(sed -n '1s/^/ (of /;1s/$/)/p' "$place/home" 2>/dev/null)"
  done
  [ -z "$told" ] || say "If they are yours, take them over before you work here: ./run stop, then ./run take FOLDER with one of these."
}

# A place under /var/tmp that nobody has.
free_place() {
  local place="/var/tmp/aquachrome-$checkout_key" number=2
  while [ -e "$place" ] && [ "$(whose "$place")" != ours ]; do
    place="/var/tmp/aquachrome-$checkout_key-$number"
    number=$((number + 1))
  done
  echo "$place"
}

# The same data once more, whole, in `data.copied` of another place; from a database that runs, or from its files where it rests.
copy_data() {
  local from=$1 to=$2 owner
  owner=$(stat -c %U "$from/data")
  if ! is_root && [ "$owner" != "$(id -un)" ]; then
    fail "this folder is a copy of another, whose data in $from belong to the user $owner. Start it as root once, or remove $state/data-place to begin with demo data."
  fi
  need_space "$(dirname "$to")" $(($(du -sm "$from/data" | cut -f1) + 300))
  mkdir -p "$to"
  rm -rf "$to/data.unfinished" "$to/data.copied"
  if is_root; then chown "$owner:" "$to"; fi
  if [ -n "$(pg_home=$from; pg_pid)" ]; then
    (pg_home=$from; PGPASSWORD=$(cat "$from/password") as_postgres "$postgres_bin/pg_basebackup" -h 127.0.0.1 -p "$(sed -n 4p "$from/data/postmaster.pid")" \
      -U aquachrome -D "$to/data.unfinished" -X stream -c fast) >"$state/copy.log" 2>&1 || fail "the data in $from could not be copied (see $state/copy.log). Nothing was changed."
  else
    cp -a "$from/data" "$to/data.unfinished" || fail "the data in $from could not be copied. Nothing was changed."
    rm -f "$to/data.unfinished/postmaster.pid"
  fi
  cp "$from/password" "$to/password"
  mv "$to/data.unfinished" "$to/data.copied"
}

# Puts a whole copy into its place; begun again by the next start if it is cut short.
settle_copied() {
  [ -d "$1/data.copied" ] || return 0
  rm -rf "$1/data"
  : >"$1/begins-history"
  mv "$1/data.copied" "$1/data"
  claim_place "$1" anew
}

# This folder is a copy of one that is still there: it gets the same data once more, as its own from now on.
part_from() {
  local from=$1 first=$2
  if [ "$from" = "$state/postgres" ]; then
    pg_home=$from
    # Files that were copied while their database wrote are no whole: taken once more from the first.
    if [ -e "$pg_home/data/postmaster.pid" ] && [ -d "$first/.aquachrome/postgres/data" ]; then copy_data "$first/.aquachrome/postgres" "$pg_home"; fi
    settle_copied "$pg_home"
    : >"$pg_home/begins-history"
    claim_place "$pg_home" anew
  else
    pg_home=$(free_place)
    copy_data "$from" "$pg_home"
    settle_copied "$pg_home"
    note_place "$pg_home"
  fi
  # Its own address too: under the first one's a browser keeps edits of the first.
  printf '%s' "$(free_port $(($(port_in "$state/own-port" 4747) + 1)))" >"$state/own-port"
  rm -f "$state/port" "$state/server.pid"
  say "This folder is a copy of $first, which keeps its data. What was there is here too, from now on as data of its own, in $pg_home."
}

# Data that were copied by other means than `cp -a` belong to the wrong user, and their folder lets others in: the database would not start.
mend_rights() {
  if is_root; then
    local owner
    owner=$(stat -c %U "$pg_home/data")
    [ "$owner" != root ] || owner=postgres
    if [ -n "$(find "$pg_home" -maxdepth 2 ! -name home ! -user "$owner" -print -quit)" ]; then chown -R "$owner:" "$pg_home"; fi
  fi
  case "$(stat -c %a "$pg_home/data")" in 700 | 750) ;; *) if is_root || [ -O "$pg_home/data" ]; then chmod 700 "$pg_home/data"; fi ;; esac
}

note_place() { printf '%s' "$1" >"$state/data-place.new" && mv "$state/data-place.new" "$state/data-place"; }

# Takes over data whose folder is gone: what this folder has shown until now is kept beside.
run_take() {
  local place=${1:-} kept
  [ -n "$place" ] && [ -d "$place/data" ] || fail "name a folder of data, as ./run demo told of it: ./run take FOLDER"
  place=$(readlink -f "$place")
  lock_starts
  ensure_node; ensure_postgres
  case "$(whose "$place")" in
    ours) fail "these are the data of this folder already." ;;
    anothers) fail "these are the data of $(sed -n 1p "$place/home"), which works with them. Nothing was changed." ;;
  esac
  stop_server
  choose_pg_home looking
  if [ -n "$pg_home" ]; then pg_stop; fi
  [ -z "$(pg_home=$place; pg_pid)" ] || (pg_home=$place; pg_stop)
  kept=$(cat "$state/data-place" 2>/dev/null || true)
  if [ -n "$kept" ]; then
    [ "$kept" != inside ] || kept="$state/postgres"
    # It stays this folder's, under a name that nothing starts from.
    if [ -d "$kept/data" ]; then mv "$kept" "$kept-kept-$(date +%Y%m%d%H%M%S)"; fi
  fi
  claim_place "$place"
  note_place "$place"
  : >"$state/data-place.begun"
  say "The data in $place are those of this folder now. Start with ./run demo."
}
