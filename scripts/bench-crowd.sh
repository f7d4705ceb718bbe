#!/usr/bin/env bash
# Builds what the crowd meets, then lets it in: npm run bench:crowd -- --minutes 10
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"
for part in words install; do source "scripts/$part.sh"; done
ensure_node
ensure_postgres
ensure_chromium
ensure_npm
export AQUACHROME_DIST=dist-eval ASTRO_TELEMETRY_DISABLED=1 POSTGRES_BIN=$postgres_bin
node node_modules/astro/astro.js build >/dev/null
exec node --import tsx scripts/bench-crowd.ts "$@"
