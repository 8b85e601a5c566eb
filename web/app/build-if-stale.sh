#!/usr/bin/env bash
# Installs the packages when the lock file changed and builds the interface when a source did. Run in web/app.
set -euo pipefail
stamp() { sha256sum "$@" | sha256sum | cut -d' ' -f1; }

lock=$(stamp package.json package-lock.json)
if [ ! -d node_modules ] || [ "$(cat node_modules/.lock-stamp 2>/dev/null)" != "$lock" ]; then
  npm ci --no-audit --no-fund --loglevel=error
  echo "$lock" > node_modules/.lock-stamp
fi

[ "${1:-}" != packages ] || exit 0

mapfile -d '' -t sources < <(find src ../embed/src ../embed/tsconfig.json vite.embed.config.ts vite.page.config.ts vite.quiz.config.ts vite.wheel.config.ts public index.html vite.config.ts tsconfig.json package-lock.json -type f -print0 2>/dev/null | sort -z)
now=$(stamp "${sources[@]}")
if [ "$(cat dist/.source-stamp 2>/dev/null)" != "$now" ]; then
  npm run --silent build
  echo "$now" > dist/.source-stamp
fi
