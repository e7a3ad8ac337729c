#!/bin/sh
# Builds the pages, unless they are newer than everything that they are made from.
set -eu
cd "$(dirname "$0")"
stamp=build/.built
if [ -f "$stamp" ] && [ -z "$(find src static package-lock.json ./*.config.* build.sh -newer "$stamp" -print -quit)" ]; then
  exit 0
fi
npm run --silent build
touch "$stamp"
