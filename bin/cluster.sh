# Used by bin/cluster: three MariaDB nodes in one Galera cluster, HAProxy before them, two application servers behind
# nginx, all on this machine in the folder of bin/copy.sh, which goes at the end.
source "$ROOT/bin/front.sh"
source "$ROOT/bin/copy.sh"
NODES=(1 2 3) SERVERS=(a b)
declare -A NODE_PID NODE_PORT GROUP_PORT MOVE_PORT STEP_PORT SERVER_PORT BALANCE_PORT FPM NGINX SCHEDULE QUEUE
PROXY_PID="" ENTRY_PID=""

install_cluster() {
  install_packages
  install_front
  install_packages haproxy:haproxy rsync:rsync ss:iproute2 setpriv:util-linux
  [ -e /usr/lib/galera/libgalera_smm.so ] || install_packages -:galera-4
  install_libraries
}

# cluster_ports: where everything listens, on loopback. PORT may be set before.
cluster_ports() {
  local ports k
  read -ra ports <<<"$(free_ports 17)"
  for k in 0 1 2; do
    NODE_PORT[$((k + 1))]="${ports[$((4 * k))]}" GROUP_PORT[$((k + 1))]="${ports[$((4 * k + 1))]}"
    MOVE_PORT[$((k + 1))]="${ports[$((4 * k + 2))]}" STEP_PORT[$((k + 1))]="${ports[$((4 * k + 3))]}"
  done
  SERVER_PORT[a]="${ports[12]}" SERVER_PORT[b]="${ports[13]}" BALANCE_PORT[a]="${ports[14]}" BALANCE_PORT[b]="${ports[15]}"
  PORT="${PORT:-${ports[16]}}"
  URL="https://localhost:$PORT"
}

# What every part of it is told. Nothing of an installation in this folder is read.
cluster_settings() {
  KEEPER=mysql
  [ "$(id -u)" = 0 ] || KEEPER="$(id -un)"
  export APP_ENV=production APP_KEY="base64:$(php -r 'echo base64_encode(random_bytes(32));')" DB_PASSWORD="$(secret)" DB_OWNER_PASSWORD="$(secret)" DB_DATABASE=diastoma
  export DB_HOST=127.0.0.1 SESSION_DRIVER=database CACHE_STORE=database LOG_CHANNEL=single QUEUE_CONNECTION=database APP_URL="$URL" TRUSTED_PROXIES=127.0.0.1
  export SESSION_SECURE_COOKIE=true SESSION_COOKIE=__Host-diastoma DIASTOMA_CODES_REQUIRED=false DIASTOMA_PICTURES_ROOT="$PLACE/pictures"
  export APP_CONFIG_CACHE=var/cache-config.php APP_ROUTES_CACHE=var/cache-routes.php APP_EVENTS_CACHE=var/cache-events.php
  mkdir -p "$PLACE/var" "$PLACE/pictures"
}

# start_node N [new]: with “new” it begins a cluster; else it joins the one that is there, and comes back when it is in step with it. Sets NODE_PID.
start_node() {
  local dir="$PLACE/var/node$1" flags=() at="" new="${2:-}"
  [ -z "$new" ] && [ ! -d "$dir/mysql" ] && mkdir -p "$dir/mysql" # what it needs comes from another
  mkdir -p "$dir-tmp"
  [ "$(id -u)" != 0 ] || chown -R "$KEEPER" "$dir"* 2>/dev/null || true
  flags=(--wsrep-on=ON --wsrep-provider=/usr/lib/galera/libgalera_smm.so --wsrep-cluster-name=diastoma "--wsrep-node-name=node$1" --wsrep-node-address=127.0.0.1
    "--wsrep-cluster-address=gcomm://127.0.0.1:${GROUP_PORT[1]},127.0.0.1:${GROUP_PORT[2]},127.0.0.1:${GROUP_PORT[3]}" --wsrep-sst-method=rsync
    "--wsrep-sst-receive-address=127.0.0.1:${MOVE_PORT[$1]}" --binlog-format=ROW --innodb-autoinc-lock-mode=2
    --wsrep-sync-wait=1      # what is read has all that was committed before, on whichever node
    --wsrep-retry-autocommit=8 # our own value: a single statement that lost against another node is tried again there
    # how soon one that is silent is left out, and how often that is looked at: our own values, for one machine; between machines the provider's own
    "--wsrep-provider-options=base_port=${GROUP_PORT[$1]};gmcast.listen_addr=tcp://127.0.0.1:${GROUP_PORT[$1]};ist.recv_addr=127.0.0.1:${STEP_PORT[$1]};evs.keepalive_period=PT0.5S;evs.inactive_check_period=PT0.5S;evs.suspect_timeout=PT2S;evs.inactive_timeout=PT6S")
  [ -z "$new" ] || flags+=(--wsrep-new-cluster)
  # one that was killed says where it stood, and gets only what came since
  [ -n "$new" ] || [ ! -e "$dir/ibdata1" ] || at="$(mariadbd --no-defaults ${KEEPER:+--user=$KEEPER} --datadir="$dir" --wsrep-on=ON \
    --wsrep-provider=/usr/lib/galera/libgalera_smm.so --wsrep-recover --skip-networking --socket="$dir/recover.sock" 2>&1 | sed -n 's/.*Recovered position: //p' | tail -1 || true)"
  [[ "$at" != *-1 && -n "$at" ]] && flags+=("--wsrep-start-position=$at")
  ROOT="$PLACE" DIASTOMA_DB_FLAGS="${flags[*]}" start_database "node$1" "${NODE_PORT[$1]}"
  NODE_PID[$1]="$DB_PID"
  local k
  for k in $(seq 1 600); do [ "$(node_state "$1")" = "4 Primary " ] && return 0; sleep 0.2; done
  die "node $1 is not in step with the others after two minutes: $(node_state "$1")"
}
on_node() { ROOT="$PLACE" as_root "node$1" "$2" | tail -n +2; }
node_state() { on_node "$1" "SHOW GLOBAL STATUS WHERE Variable_name IN ('wsrep_cluster_status', 'wsrep_local_state')" 2>/dev/null | cut -f2 | LC_ALL=C sort | tr "\n" " "; }
kill_node() { kill -KILL "${NODE_PID[$1]}" 2>/dev/null || true; wait "${NODE_PID[$1]}" 2>/dev/null || true; }

# start_balance: HAProxy, a port for each application server; every node takes its share
start_balance() {
  on_node 1 "CREATE USER IF NOT EXISTS 'diastoma_check'@'127.0.0.1' IDENTIFIED BY '$DB_PASSWORD'"
  (umask 077; printf '[client]\nuser = diastoma_check\npassword = %s\n' "$DB_PASSWORD" >"$PLACE/check.cnf")
  printf '#!/bin/sh\nDIASTOMA_CHECK_FILE="%s" exec "%s" "$@"\n' "$PLACE/check.cnf" "$ROOT/bin/node-ready" >"$PLACE/node-ready" # HAProxy passes no environment on
  chmod +x "$PLACE/node-ready"
  local server k
  cat >"$PLACE/haproxy.cfg" <<CONF
global
  maxconn 4000
  external-check
  insecure-fork-wanted
defaults
  mode tcp
  timeout connect 2s
  timeout client 1h
  timeout server 1h
  timeout check 3s
  retries 3
  option redispatch
  option external-check
  external-check path "/usr/local/bin:/usr/bin:/bin"
  external-check command $PLACE/node-ready
  default-server inter 1s fall 2 rise 2 on-marked-down shutdown-sessions
CONF
  for server in "${SERVERS[@]}"; do
    printf 'listen %s\n  bind 127.0.0.1:%s\n  balance leastconn\n' "$server" "${BALANCE_PORT[$server]}" >>"$PLACE/haproxy.cfg"
    for k in "${NODES[@]}"; do echo "  server node$k 127.0.0.1:${NODE_PORT[$k]} check" >>"$PLACE/haproxy.cfg"; done
  done
  setsid haproxy -db -f "$PLACE/haproxy.cfg" >"$PLACE/haproxy.log" 2>&1 </dev/null &
  PROXY_PID=$!
}
# start_server SERVER: php-fpm and nginx, the scheduler and a queue worker, in the copy of the project of that name
start_server() {
  local dir="$PLACE/$1/var/serve"
  mkdir -p "$dir"
  [ -n "$CERTIFICATE" ] || { make_certificate "$PLACE" localhost; CERTIFICATE="$PLACE/self.pem"; }
  (cd "$PLACE/$1" && DB_PORT="${BALANCE_PORT[$1]}" env -u DB_OWNER_PASSWORD php artisan optimize >var/optimize.log 2>&1) || die "caching settings failed, see $PLACE/$1/var/optimize.log"
  DIASTOMA_WORKERS="${DIASTOMA_WORKERS:-6}" WEB="" FRONT_CODE="$PLACE/$1" FRONT_HOST="localhost:$PORT" \
    write_front "$dir" localhost "${SERVER_PORT[$1]}" "$CERTIFICATE" "$PLACE/self.key"
  export DB_PORT="${BALANCE_PORT[$1]}"
  cd "$PLACE/$1"
  start_front "$dir" "${SERVER_PORT[$1]}"
  FPM[$1]="$FPM_PID" NGINX[$1]="$NGINX_PID"
  setsid env -u DB_OWNER_PASSWORD php artisan schedule:work </dev/null >>var/schedule.log 2>&1 &
  SCHEDULE[$1]=$!
  setsid env -u DB_OWNER_PASSWORD php artisan queue:work --sleep=2 --tries=3 --backoff=60 </dev/null >>var/queue.log 2>&1 &
  QUEUE[$1]=$!
  cd "$ROOT"
}
stop_server() { local pid; for pid in "${NGINX[$1]:-}" "${FPM[$1]:-}" "${SCHEDULE[$1]:-}" "${QUEUE[$1]:-}"; do stop_process "$pid"; done; }
CERTIFICATE=""

# write_entry: nginx before the application servers
write_entry() {
  mkdir -p "$PLACE/entry/tmp"
  local server upstream=""
  for server in "${SERVERS[@]}"; do upstream+="    server 127.0.0.1:${SERVER_PORT[$server]} max_fails=1 fail_timeout=2s;"$'\n'; done
  cat >"$PLACE/entry/nginx.conf" <<CONF
$([ "$(id -u)" = 0 ] && echo "user root;")
daemon off;
worker_processes 1;
pid $PLACE/entry/nginx.pid;
error_log $PLACE/entry/nginx-error.log warn;
events { worker_connections 1024; }
http {
  access_log off;
  server_tokens off;
  client_max_body_size 65m;
  client_body_temp_path $PLACE/entry/tmp/body; proxy_temp_path $PLACE/entry/tmp/proxy; fastcgi_temp_path $PLACE/entry/tmp/fastcgi; uwsgi_temp_path $PLACE/entry/tmp/uwsgi; scgi_temp_path $PLACE/entry/tmp/scgi;
  ssl_certificate $CERTIFICATE;
  ssl_certificate_key $PLACE/self.key;
  upstream servers {
$upstream    keepalive 16;
  }
  server {
    listen $PORT ssl http2;
    server_name localhost;
    proxy_http_version 1.1;
    proxy_set_header Connection "";
    proxy_set_header Host localhost:$PORT;
    proxy_set_header X-Forwarded-For \$remote_addr;
    proxy_set_header X-Forwarded-Proto https;
    proxy_connect_timeout 2s;
    proxy_read_timeout 120s;
    proxy_next_upstream error timeout http_502; # what was sent and writes is never sent twice by nginx
    location / { proxy_pass https://servers; }
    # while one server is upgraded its page asks for files that the other does not have yet
    location /build/ { proxy_pass https://servers; proxy_next_upstream error timeout http_502 http_404; }
  }
}
CONF
}
start_entry() {
  write_entry
  setsid nginx -p "$PLACE/entry" -c "$PLACE/entry/nginx.conf" >"$PLACE/entry/nginx.out" 2>&1 </dev/null &
  ENTRY_PID=$!
  local k
  for k in $(seq 1 100); do curl -ksf -o /dev/null --max-time 5 "$URL/up" && return 0; kill -0 "$ENTRY_PID" 2>/dev/null || die "nginx did not start: $(cat "$PLACE/entry/nginx.out")"; sleep 0.2; done
  die "nothing answers at $URL/up"
}

# start_cluster [with demo]: nodes one after another, the first alone until its data stands: the others get it from there
start_cluster() {
  cluster_ports
  cluster_settings
  local server
  for server in "${SERVERS[@]}"; do
    copy_project "$server"
    mkdir -p "$PLACE/$server"/storage/{app,logs,framework/{cache/data,sessions,views}} "$PLACE/$server/bootstrap/cache"
  done
  build_front_end
  for server in "${SERVERS[@]}"; do rm -rf "$PLACE/$server/public/build"; cp -a public/build "$PLACE/$server/public/build"; done
  start_node 1 new
  ROOT="$PLACE" make_database node1 diastoma
  export DB_PORT="${NODE_PORT[1]}"
  cd "$PLACE/a" # not with settings that were cached here
  migrate
  [ -z "${1:-}" ] || DIASTOMA_DEMO=true php artisan db:demo >"$PLACE/demo.log" 2>&1 || { cat "$PLACE/demo.log" >&2; die "loading the demo scenario failed"; }
  cd "$ROOT"
  start_node 2
  start_node 3
  start_balance
  for server in "${SERVERS[@]}"; do start_server "$server"; done
  start_entry
}

stop_cluster() {
  local one
  set +e # whatever does not end as it should, the rest ends too
  stop_process "$ENTRY_PID"
  for one in "${SERVERS[@]}"; do stop_server "$one"; done
  stop_process "$PROXY_PID"
  for one in "${NODES[@]}"; do [ -z "${NODE_PID[$one]:-}" ] || kill_node "$one"; done
  pkill -KILL -f "$PLACE" 2>/dev/null || true
  remove_place "${1:-0}"
}
