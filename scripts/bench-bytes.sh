#!/usr/bin/env bash
# Finds PostgreSQL for what measures the database: npm run bench:bytes
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"
for part in words install; do source "scripts/$part.sh"; done
ensure_node
ensure_postgres
ensure_npm
POSTGRES_BIN=$postgres_bin exec node --import tsx scripts/bench-bytes.ts "$@"
