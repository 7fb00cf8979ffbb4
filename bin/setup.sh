# Sourced by bin/demo and bin/test: everything the project needs, installed once and skipped when it is there.
set -eu
cd "$(dirname "$0")/.."

stop() { printf '\n%s\n' "$1" >&2; exit 1; }

node_ok() { command -v node >/dev/null && node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit((a===20&&b>=19)||a>=22?0:1)'; }
node_ok || stop "Olvex needs Node.js 20.19 or newer; this machine has $(node --version 2>/dev/null || echo none). Install it and start again."

need_packages() {
  missing=""
  for package in "$@"; do dpkg -s "$package" >/dev/null 2>&1 || missing="$missing $package"; done
  [ -z "$missing" ] && return 0
  command -v apt-get >/dev/null || stop "These programs are missing and this is not a Debian machine:$missing. Install them and start again."
  if [ "$(id -u)" = 0 ]; then run=""
  elif ! command -v sudo >/dev/null; then stop "These Debian packages are missing:$missing. You have no right to install them here: ask for  apt-get install$missing"
  elif sudo -n true 2>/dev/null; then run="sudo"
  elif [ -t 0 ]; then
    # Somebody is there who may be asked for the password.
    printf 'These Debian packages are missing:%s. To install them, sudo asks for your password.\n' "$missing"
    sudo true || stop "Without that right the packages cannot be installed: ask for  apt-get install$missing"
    run="sudo"
  else
    stop "These Debian packages are missing:$missing. sudo wants a password and there is nobody to ask: run  sudo apt-get install$missing  and start again."
  fi
  printf 'Installing Debian packages:%s. Usually one to three minutes.\n' "$missing"
  log=$(mktemp)
  $run apt-get update >"$log" 2>&1 || true
  $run env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends $missing >>"$log" 2>&1 \
    || stop "The Debian packages$missing could not be installed. More is in $log"
  rm -f "$log"
}

need_modules() {
  stamp=node_modules/.olvex-lock
  lock=$(sha256sum package-lock.json | cut -d' ' -f1)
  [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$lock" ] && return 0
  printf 'Installing npm packages. Usually one to two minutes.\n'
  mkdir -p .build
  npm ci --no-audit --no-fund >.build/npm.log 2>&1 || {
    grep -q ENOSPC .build/npm.log && stop "The disk is full: the npm packages could not be installed."
    stop "The npm packages could not be installed. More is in $(pwd)/.build/npm.log"
  }
  printf '%s' "$lock" >"$stamp"
}
