# Shared by bin/start, bin/test and bin/bench: installs what is missing, keeps a MariaDB of the project's own.
set -euo pipefail
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
cd "$ROOT"
mkdir -p var storage/app storage/framework/{cache/data,sessions,views} storage/logs bootstrap/cache
export COMPOSER_ALLOW_SUPERUSER=1 COMPOSER_NO_INTERACTION=1

say() { printf '%s\n' "$*" >&2; }
die() { say "diastoma: $*"; exit 1; }

install_packages() {
  local missing=() pair
  for pair in mariadbd:mariadb-server php:php8.2-cli composer:composer node:nodejs npm:npm "$@"; do
    [ "${pair%%:*}" = - ] && { missing+=("${pair##*:}"); continue; }
    command -v "${pair%%:*}" >/dev/null || missing+=("${pair##*:}")
  done
  local ext modules=""
  command -v php >/dev/null && modules="$(php -m)"
  for ext in pdo_mysql:php8.2-mysql mbstring:php8.2-mbstring intl:php8.2-intl dom:php8.2-xml zip:php8.2-zip gd:php8.2-gd curl:php8.2-curl; do
    grep -qix "${ext%%:*}" <<<"$modules" || missing+=("${ext##*:}")
  done
  if [ ${#missing[@]} -gt 0 ]; then
    say "Installing: ${missing[*]}"
    local sudo=""
    [ "$(id -u)" = 0 ] || { command -v sudo >/dev/null || die "these packages are missing and need root to install: ${missing[*]}"; sudo=sudo; }
    $sudo apt-get update -qq >var/apt.log 2>&1 || die "apt-get update failed, see var/apt.log"
    $sudo env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >>var/apt.log 2>&1 \
      || die "apt-get install failed, see var/apt.log"
  fi
}

# Debian 12's own Node is 18; the front end's tools need 20. Where it is older, one comes from the registry, into var/node alone.
NODE_PACKAGES=(node@22.22.0 npm@10.9.4)
need_node() {
  export PATH="$ROOT/var/node/node_modules/node/bin:$ROOT/var/node/node_modules/.bin:$PATH"
  [ "$(node_major)" -ge 20 ] && return 0
  say "Node $(node -v) is too old for the front end: fetching ${NODE_PACKAGES[0]} into var/node"
  npm install --prefix var/node --no-audit --no-fund --loglevel=error "${NODE_PACKAGES[@]}" >var/node.log 2>&1 || die "fetching Node failed, see var/node.log"
  hash -r
  [ "$(node_major)" -ge 20 ] || die "Node $(node -v) is too old: the front end needs Node 20 or newer. Install it, then start again."
}
node_major() { node -p 'process.versions.node.split(".")[0]' 2>/dev/null || echo 0; }

# install_libraries [--no-dev]: a stamp of the files that decide what is installed, so that a second start does nothing here.
install_libraries() {
  need_node
  local want
  want="$(cat composer.json | sha256sum | cut -d' ' -f1)${1:-}"
  if [ ! -f vendor/autoload.php ] || [ "$(cat var/composer.stamp 2>/dev/null)" != "$want" ]; then
    say "Installing PHP libraries"
    rm -f var/composer.stamp
    composer install --no-progress --quiet ${1:-} || die "composer install failed"
    echo "$want" >var/composer.stamp
  fi
  want="$(cat package.json package-lock.json | sha256sum | cut -d' ' -f1)"
  if [ ! -d node_modules ] || [ "$(cat var/npm.stamp 2>/dev/null)" != "$want" ]; then
    say "Installing front-end libraries"
    rm -f var/npm.stamp # an install that is cut short must be done again
    npm ci --no-audit --no-fund --loglevel=error >var/npm.log 2>&1 || die "npm ci failed, see var/npm.log"
    echo "$want" >var/npm.stamp
  fi
}

build_front_end() {
  local want # but for what is made of docs/openapi.json
  want="$( { find resources core/src core/bin docs/openapi.json vite.config.ts package-lock.json -type f ! -name schema.d.ts -print0 | sort -z | xargs -0 sha256sum; echo "${DIASTOMA_DEVICE_RULES:-on}"; } | sha256sum | cut -d' ' -f1)"
  if [ ! -f public/build/manifest.json ] || [ "$(cat var/build.stamp 2>/dev/null)" != "$want" ]; then
    say "Building the front end"
    npm run --silent types >var/build.log 2>&1 && npx vite build >>var/build.log 2>&1 \
      || { tail -30 var/build.log >&2; die "the build failed, see var/build.log"; }
    echo "$want" >var/build.stamp
  fi
}

port_taken() { php -r 'exit(@fsockopen("127.0.0.1", (int) $argv[1], $e, $s, 0.3) ? 0 : 1);' "$1"; }

secret() { php -r 'echo bin2hex(random_bytes(16));'; }

# start_database NAME PORT: its own data folder under var/NAME, on loopback; with port 0 on its socket only. Sets DB_PID.
start_database() {
  local dir="$ROOT/var/$1" port="$2" user=""
  [ "$(id -u)" = 0 ] && user="--user=${KEEPER:-root}"
  local net=(--port="$port" --bind-address=127.0.0.1)
  [ "$port" = 0 ] && net=(--skip-networking)
  [ "$port" != 0 ] && port_taken "$port" && die "port $port is taken, so the database cannot start. Free it, or choose another: DIASTOMA_DB_PORT=33307 bin/start"
  if [ ! -d "$dir/mysql" ]; then
    say "Making a database folder in var/$1"
    mkdir -p "$dir"
    mariadb-install-db --no-defaults $user --datadir="$dir" --skip-test-db \
      --auth-root-authentication-method=socket --auth-root-socket-user="$(id -un)" >"$ROOT/var/$1.log" 2>&1 || die "mariadb-install-db failed, see var/$1.log"
  fi
  mkdir -p "$dir-tmp"
  setsid mariadbd --no-defaults $user --datadir="$dir" --tmpdir="$dir-tmp" --socket="$dir/mysqld.sock" --pid-file="$dir/mysqld.pid" "${net[@]}" \
    --innodb-buffer-pool-size=256M --max-allowed-packet=64M --character-set-server=utf8mb4 --log-bin-trust-function-creators=1 ${DIASTOMA_DB_FLAGS:-} >>"$ROOT/var/$1.log" 2>&1 &
  DB_PID=$!
  local i
  for i in $(seq 1 600); do
    as_root "$1" 'SELECT COUNT(*) FROM mysql.db' >/dev/null 2>&1 && { shut_root_out "$1"; return 0; }
    kill -0 "$DB_PID" 2>/dev/null || die "the database stopped at once, see var/$1.log"
    sleep 0.2
  done
  die "the database did not answer within two minutes, see var/$1.log"
}

# as_root NAME [SQL]: the database's root, by its socket; the machine's user who owns the folder is root there.
as_root() {
  local admin=root
  [ "$(id -u)" = 0 ] || mariadb --no-defaults --socket="$ROOT/var/$1/mysqld.sock" -uroot -e 'SELECT 1' >/dev/null 2>&1 || admin="$(id -un)"
  mariadb --no-defaults --socket="$ROOT/var/$1/mysqld.sock" -u"$admin" ${2:+-e "$2"}
}

# Root has no door over TCP and none without being the right user of the machine: also in a folder that an earlier version made.
shut_root_out() {
  [ "$(id -u)" = 0 ] || return 0 # then root is a name that nobody on this machine can take
  as_root "$1" "ALTER USER 'root'@'localhost' IDENTIFIED VIA unix_socket;
    DROP USER IF EXISTS 'root'@'127.0.0.1', 'root'@'::1', 'root'@'$(hostname)'" || die "shutting the database's root out of TCP failed"
}

# make_database NAME SCHEMA: an empty schema, an owner who migrates and an application user with no rights yet.
make_database() {
  as_root "$1" <<SQL
CREATE DATABASE IF NOT EXISTS \`$2\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
CREATE USER IF NOT EXISTS 'diastoma_owner'@'%' IDENTIFIED BY '$DB_OWNER_PASSWORD';
CREATE USER IF NOT EXISTS 'diastoma_app'@'%' IDENTIFIED BY '$DB_PASSWORD';
GRANT ALL ON \`$2\`.* TO 'diastoma_owner'@'%' WITH GRANT OPTION;
GRANT ALL ON \`$2_replay\`.* TO 'diastoma_owner'@'%';
SQL
}

drop_database() { as_root "$1" "DROP DATABASE IF EXISTS \`$2\`"; }

migrate() {
  ${AS_KEEPER[@]+"${AS_KEEPER[@]}"} php artisan migrate --database=owner --force --no-interaction >var/migrate.log 2>&1 || { cat var/migrate.log >&2; explain_migration; die "the migration failed"; }
  ${AS_KEEPER[@]+"${AS_KEEPER[@]}"} php artisan db:grants >>var/migrate.log 2>&1 || { cat var/migrate.log >&2; die "setting database rights failed"; }
}

# The journals are guarded by triggers, which their owner may make only where the server trusts it.
explain_migration() {
  grep -q '1419' var/migrate.log || return 0
  say "This database keeps a binary log (replication, Galera) and so takes no trigger from its owner. Set log_bin_trust_function_creators = 1 in its settings, then start again."
}

free_port() { php -r '$s = stream_socket_server("tcp://127.0.0.1:0"); preg_match("/(\d+)$/", stream_socket_get_name($s, false), $m); echo $m[1];'; }

# free_ports N: so many different ones, below those from which the machine takes its own for what it opens, so that a server that is started again finds its own free
free_ports() {
  php -r 'for ($p = random_int(15000, 30000); count($s ?? []) < $argv[1]; $p++) { $s[$p] = @stream_socket_server("tcp://127.0.0.1:$p"); if (! $s[$p]) unset($s[$p]); } echo implode(" ", array_keys($s));' "$1"
}

# serve PORT LOG [WORKERS]: the application on loopback, in a process group of its own so that its workers end with it. Sets WEB_PID.
serve() {
  APP_URL="${APP_URL:-http://127.0.0.1:$1}" PHP_CLI_SERVER_WORKERS="${3:-4}" setsid env -u DB_OWNER_PASSWORD php -d pcov.enabled=0 \
    -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M \
    -d upload_max_filesize=64M -d post_max_size=65M -d memory_limit=512M -d variables_order=EGPCS \
    -S "127.0.0.1:$1" -t public bin/router.php >"var/$2.log" 2>&1 </dev/null &
  WEB_PID=$!
  local i
  for i in $(seq 1 50); do port_taken "$1" && return 0; sleep 0.1; done
  tail -5 "var/$2.log" >&2
  die "the web server did not start, see var/$2.log"
}

stop_process() {
  [ -n "${1:-}" ] || return 0
  kill -TERM -- "-$1" 2>/dev/null || kill -TERM "$1" 2>/dev/null || true
  wait "$1" 2>/dev/null || true
}
