#!/usr/bin/env bash
# Builds what is started, then kills it in the middle of what it does: npm run eval:house -- --rounds 20 --seed 1
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"
for part in words install; do source "scripts/$part.sh"; done
ensure_node
ensure_postgres
ensure_npm
export AQUACHROME_DIST=dist-eval ASTRO_TELEMETRY_DISABLED=1 POSTGRES_BIN=$postgres_bin
node node_modules/astro/astro.js build >/dev/null
exec node --import tsx scripts/eval-house.ts "$@"
