# Shared by bin/demo, bin/test and bin/bench: what must be installed, and words to the person at the terminal.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
cd "$ROOT"
export COMPOSER_ALLOW_SUPERUSER=1 COMPOSER_NO_INTERACTION=1
say() { printf '%s\n' "$*"; }
die() { printf 'wrasse: %s\n' "$*" >&2; exit 1; }
mkdir -p var/stamps var/log bootstrap/cache 2>/dev/null && [ -w var/stamps ] && [ -w bootstrap/cache ] || die "$ROOT cannot be written by $(id -un). Run as the user it belongs to, or clone it where you may write."
is_root() { [ "$(id -u)" = 0 ]; }

PG_BIN=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)

# Counts which lines are run. It is loaded only where that is asked for: it slows down all else.
has_pcov() { [ -e "$(php -r 'echo ini_get("extension_dir");')/pcov.so" ]; }

# Debian packages that are not there yet, on one line.
missing_packages() {
    local list=""
    [ -n "$PG_BIN" ] && [ -x "$PG_BIN/initdb" ] && [ -x "$PG_BIN/postgres" ] || list+=" postgresql"
    [ -n "$(ls /usr/sbin/php-fpm8* 2>/dev/null)" ] || list+=" php-fpm"
    [ -x /usr/sbin/nginx ] || list+=" nginx"
    local have; have=$(php -m)
    local pair
    for pair in pdo_pgsql:pgsql curl:curl zip:zip intl:intl mbstring:mbstring xml:xml bcmath:bcmath; do
        grep -qix "${pair%%:*}" <<<"$have" || list+=" php-${pair##*:}"
    done
    [ "${NEED_BROWSER:-}" = "" ] || [ -x /usr/bin/chromium ] || list+=" chromium"
    [ "${NEED_TEST_TOOLS:-}" = "" ] || has_pcov || list+=" php-pcov"
    [ "${NEED_TEST_TOOLS:-}" = "" ] || [ -x /usr/sbin/sshd ] || list+=" openssh-server"
    [ "${NEED_TEST_TOOLS:-}" = "" ] || [ -n "$(ls /usr/lib/*/faketime/libfaketime.so.1 2>/dev/null)" ] || list+=" faketime"
    printf '%s' "$list"
}

install_packages() {
    command -v php >/dev/null || die "PHP 8.2 is needed and not installed (apt-get install php-cli)."
    command -v composer >/dev/null || die "Composer is needed and not installed."
    command -v npm >/dev/null || die "Node 20 with npm is needed and not installed."
    local list; list=$(missing_packages)
    [ -n "$list" ] || return 0
    is_root || die "These Debian packages are missing; install them first: apt-get install$list"
    say "Installing$list"
    export DEBIAN_FRONTEND=noninteractive
    # A policy that keeps Debian from starting its own services for what is installed here.
    local policy=/usr/sbin/policy-rc.d made_policy=""
    if [ ! -e "$policy" ]; then printf '#!/bin/sh\nexit 101\n' > "$policy"; chmod +x "$policy"; made_policy=1; fi
    local ok=1
    # shellcheck disable=SC2086
    { apt-get update -qq && apt-get install -y -qq --no-install-recommends $list; } >var/log/apt.log 2>&1 || ok=0
    [ -z "$made_policy" ] || rm -f "$policy"
    [ "$ok" = 1 ] || die "Could not install$list: $(grep -m1 '^E:' var/log/apt.log || tail -n1 var/log/apt.log) (all of it in var/log/apt.log)"
    if [[ $list == *php-pcov* ]]; then phpdismod pcov; fi
    PG_BIN=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)
}

# stamp NAME FILES...: true if the files are as they were when the stamp was set.
fingerprint() { find "$@" -type f -print0 2>/dev/null | sort -z | xargs -0 cat 2>/dev/null | cksum; }
stamped() { local name=$1; shift; [ "$(cat "var/stamps/$name" 2>/dev/null)" = "$(fingerprint "$@")" ]; }
set_stamp() { local name=$1; shift; fingerprint "$@" > "var/stamps/$name"; }

install_composer() {
    if [ -f vendor/autoload.php ] && stamped composer composer.json compat; then return; fi
    say "Installing PHP packages"
    composer update --no-progress --no-scripts >var/log/composer.log 2>&1 \
        || die "Composer could not install the PHP packages; is the package registry reachable? (all of it in var/log/composer.log)"
    set_stamp composer composer.json compat
}

install_npm() {
    if [ -d node_modules ] && stamped npm package-lock.json; then return; fi
    say "Installing front-end packages"
    # Not "npm ci": it wants the lock file to name packages for other platforms, which not every registry carries.
    npm install --no-save --no-audit --no-fund --loglevel=error >var/log/npm.log 2>&1 \
        || die "npm could not install the front-end packages; is the package registry reachable? (all of it in var/log/npm.log)"
    set_stamp npm package-lock.json
}

build_front_end() {
    if [ -f public/build/manifest.json ] && stamped build resources package-lock.json vite.config.ts; then return; fi
    say "Building the front end"
    npm run --silent build >var/log/build.log 2>&1 || die "The front end could not be built: see var/log/build.log"
    set_stamp build resources package-lock.json vite.config.ts
}

install_all() {
    install_packages
    install_composer
    install_npm
    build_front_end
}
