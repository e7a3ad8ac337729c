#!/bin/sh
# Installs the packages of the lock file, unless they are installed already.
set -eu
cd "$(dirname "$0")"
stamp=node_modules/.from-lock
if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
  npm ci --silent --no-audit --no-fund
  cp package-lock.json "$stamp"
fi
