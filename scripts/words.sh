# What the scripts say, and where they keep things.
say() { printf '%s\n' "$*"; }
fail() { printf '\nAquachrome: %s\n' "$*" >&2; exit 1; }

# A folder by its number in the file system and when it was made: a renamed one keeps both, and a later one that got the number of one that
# is gone has not both. Where the disk knows no such time it is 0 for all.
folder_number() { stat -c '%i %.9W' "$1" 2>/dev/null || true; }

# Whether a note is of this folder; one of before has the number alone.
is_number_of_folder() {
  local number
  number=$(folder_number "$folder")
  [ -n "$1" ] && { [ "$1" = "$number" ] || [ "$1" = "${number%% *}" ]; }
}

# The maker's own folder; `root` is where the work is done, which is another where its name has odd signs (scripts/plain-folder.sh).
folder=${AQUACHROME_FOLDER:-$root}
checkout_key=$(printf '%s' "$folder" | sha256sum | cut -c1-12)
state="$root/.aquachrome"
if [ -d "$state" ] && [ ! -w "$state" ]; then
  # Another user began here: a second place of one's own would show other data and say nothing.
  fail "this copy was set up by the user $(stat -c %U "$state"), who owns its data in $state. Start it as that user ($(stat -c %U "$state" | sed 's/^root$/sudo/;t;s/^/sudo -u /') ./run demo), or let this user write there."
fi
if ! mkdir -p "$state" 2>/dev/null; then
  state="/var/tmp/aquachrome-$checkout_key-$(id -u)"
  # Under the path that this folder had before it was renamed, where it has none under its own.
  for kept in /var/tmp/aquachrome-*-"$(id -u)"; do
    [ ! -d "$state" ] && [ -O "$kept" ] && [ -s "$kept/of" ] || continue
    if [ ! -e "$(sed -n 1p "$kept/of")" ] && is_number_of_folder "$(sed -n 2p "$kept/of")"; then mv "$kept" "$state"; fi
  done
  mkdir -p "$state" 2>/dev/null || fail "neither $root nor /var/tmp can be written to. Make one of them writable."
  printf '%s\n%s\n' "$folder" "$(folder_number "$folder")" >"$state/of"
fi

is_root() { [ "$(id -u)" -eq 0 ]; }

# A port from a file, or the given one when the file is missing or holds something else.
port_in() {
  local port
  port=$(head -c 6 "$1" 2>/dev/null | tr -d '[:space:]' || true)
  if [[ $port =~ ^[0-9]{4,5}$ ]] && [ "$port" -le 65535 ]; then echo "$port"; else echo "$2"; fi
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# First free port from $1 on.
free_port() {
  local port
  for ((port = $1; port < $1 + 40; port++)); do
    if ! port_taken "$port"; then echo "$port"; return; fi
  done
  fail "ports $1 to $port are all taken. Stop one of the programs on them, or set AQUACHROME_PORT."
}

need_space() {
  local folder=$1 mb=$2 free
  free=$(df -Pm "$folder" | awk 'NR==2 {print $4}')
  [ "$free" -ge "$mb" ] || fail "no space left: $folder has $free MB free, $mb MB are needed. Make room and start again; nothing was changed."
}

# One start at a time: the second waits. The lock's descriptor (9) is closed for everything that stays running.
lock_starts() {
  exec 9>"$state/start.lock"
  flock -n 9 || { say "Another start is under way: waiting for it."; flock 9; }
}
