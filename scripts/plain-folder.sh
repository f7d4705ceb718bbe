# Runs ./run in a copy of this folder whose name has plain signs only: the house. What is installed and built lies there; the data and all notes
# stay in this folder's own .aquachrome, which the house sees by a link, so that they go along when the folder is renamed. Called by ./run.
plain="/var/tmp/aquachrome-house-$(printf '%s' "$root" | sha256sum | cut -c1-12)"
plain_fail() { printf '\nAquachrome: %s\n' "$*" >&2; exit 1; }
own="$root/.aquachrome"
if mkdir -p "$own" 2>/dev/null && [ -w "$own" ]; then
  # The house of the name before goes along with what is installed there.
  before=$(cat "$own/house" 2>/dev/null || true)
  if [[ $before == /var/tmp/aquachrome-house-* ]] && [ "$before" != "$plain" ] && [ -L "$before/.aquachrome" ] && [ ! -e "$plain" ] &&
    [ ! -e "$(readlink "$before/.aquachrome")" ]; then mv "$before" "$plain"; fi
fi
mkdir -p "$plain" || plain_fail "$plain cannot be made. Move this folder to one whose name has only letters, digits, blanks and dashes."
chmod 755 "$plain"
if [ -d "$plain/.aquachrome" ] && [ ! -L "$plain/.aquachrome" ] && [ -w "$own" ]; then
  # Notes and data as older versions kept them, in the house: the notes come here, the data get a place of their own.
  if [ -d "$plain/.aquachrome/postgres/data" ] && [ ! -s "$own/data-place" ]; then
    place="/var/tmp/aquachrome-$(printf '%s' "$root" | sha256sum | cut -c1-12)"
    [ ! -e "$place" ] || plain_fail "the data in $plain/.aquachrome/postgres have no place to go: $place is taken. Move that away first."
    mv "$plain/.aquachrome/postgres" "$place"
    printf '%s\n%s\n%s\n' "$root" "$(stat -c %i "$root")" "$(od -An -N12 -tx1 /dev/urandom | tr -d ' \n')" >"$place/home"
    : >"$own/data-place.begun"
    printf '%s' "$place" >"$own/data-place"
  fi
  [ -e "$own/own-port" ] || cp "$plain/.aquachrome/own-port" "$own/own-port" 2>/dev/null || true
  mv "$plain/.aquachrome" "$plain/.aquachrome-before-$(date +%Y%m%d%H%M%S)"
fi
if [ -w "$own" ]; then
  [ -L "$plain/.aquachrome" ] && [ "$(readlink "$plain/.aquachrome")" = "$own" ] || { rm -f "$plain/.aquachrome"; ln -s "$own" "$plain/.aquachrome"; }
  printf '%s' "$plain" >"$own/house"
fi
# What is installed, built and kept there stays; all else is what this folder holds now.
find "$plain" -mindepth 1 -maxdepth 1 ! -name node_modules ! -name 'dist*' ! -name '.aquachrome*' -exec rm -rf {} +
(cd "$root" && tar --exclude=./node_modules --exclude='./dist*' --exclude=./.aquachrome --exclude=./.git --exclude=./test-results -cf - .) | tar -C "$plain" -xf -
printf 'The name of this folder has signs that tools stumble over: %s does the work; the data stay in this folder.\n' "$plain"
AQUACHROME_CALLER=$caller_folder AQUACHROME_FOLDER=$root exec "$plain/run" "$@"
