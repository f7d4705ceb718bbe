#!/usr/bin/env bash
# Builds the application into a folder of its own and runs a measurement on it: bash scripts/on-build.sh eval-faults --rounds 200
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
cd "$root"
for part in words install; do source "scripts/$part.sh"; done
ensure_node
ensure_postgres
ensure_chromium
ensure_npm
export AQUACHROME_DIST=dist-eval ASTRO_TELEMETRY_DISABLED=1 POSTGRES_BIN=$postgres_bin
node node_modules/astro/astro.js build >/dev/null
exec node --import tsx "scripts/$1.ts" "${@:2}"
