# Runs ./run in a copy of this folder whose name has plain signs only; the data lie there too. Called by ./run.
plain="/var/tmp/aquachrome-house-$(printf '%s' "$root" | sha256sum | cut -c1-12)"
mkdir -p "$plain" || { printf '\nAquachrome: %s cannot be made. Move this folder to one whose name has only letters, digits, blanks and dashes.\n' "$plain" >&2; exit 1; }
chmod 755 "$plain"
# What is installed, built and kept there stays; all else is what this folder holds now.
find "$plain" -mindepth 1 -maxdepth 1 ! -name node_modules ! -name 'dist*' ! -name .aquachrome -exec rm -rf {} +
(cd "$root" && tar --exclude=./node_modules --exclude='./dist*' --exclude=./.aquachrome --exclude=./.git --exclude=./test-results -cf - .) | tar -C "$plain" -xf -
printf 'The name of this folder has signs that tools stumble over: %s does the work and keeps the data.\n' "$plain"
AQUACHROME_CALLER=$caller_folder exec "$plain/run" "$@"
