# Shared by bin/serve and bin/test: nginx with TLS before php-fpm, as ordinary processes in a folder of their own.

# install_front: what bin/serve needs besides what bin/start needs. Debian would start both at once with settings of its own: not here.
install_front() {
  local missing=()
  command -v nginx >/dev/null || missing+=(nginx:nginx)
  command -v php-fpm8.2 >/dev/null || missing+=(php-fpm8.2:php8.2-fpm)
  command -v openssl >/dev/null || missing+=(openssl:openssl)
  [ -e /usr/lib/nginx/modules/ngx_http_brotli_filter_module.so ] || missing+=(-:libnginx-mod-http-brotli-filter -:libnginx-mod-http-brotli-static)
  [ ${#missing[@]} -gt 0 ] || return 0
  local held=0
  if [ "$(id -u)" = 0 ] && [ ! -e /usr/sbin/policy-rc.d ]; then
    printf '#!/bin/sh\nexit 101\n' >/usr/sbin/policy-rc.d && chmod +x /usr/sbin/policy-rc.d && held=1
  fi
  local code=0
  (install_packages "${missing[@]}") || code=$?
  [ "$held" = 0 ] || rm -f /usr/sbin/policy-rc.d
  [ "$code" = 0 ] || exit "$code"
}

# make_certificate DIR NAME: one that nobody else vouches for, until a real one is given.
make_certificate() {
  [ -s "$1/self.pem" ] && openssl x509 -in "$1/self.pem" -noout -checkend 86400 >/dev/null 2>&1 && openssl x509 -in "$1/self.pem" -noout -ext subjectAltName 2>/dev/null \
    | grep -q "DNS:$2\b" && return 0
  (umask 077; openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 397 -subj "/CN=$2" \
    -addext "subjectAltName=DNS:$2,DNS:localhost,IP:127.0.0.1" -keyout "$1/self.key" -out "$1/self.pem" 2>"$1/openssl.log") || die "making a certificate failed, see $1/openssl.log"
}

# write_front DIR NAME PORT CERT KEY [HTTP_PORT]: nginx.conf and php-fpm.conf. FRONT_CODE is the folder of the code, where it is another; FRONT_HOST what links carry.
write_front() {
  local dir="$1" name="$2" port="$3" cert="$4" key="$5" plain="${6:-}" code="${FRONT_CODE:-$ROOT}" host="${FRONT_HOST:-}" workers modules="" brotli="" user=""
  [ -n "$host" ] || host="$name$([ "$port" = 443 ] || echo ":$port")"
  mkdir -p "$dir/tmp"
  [ -n "${WEB:-}" ] && chmod 750 "$dir" || chmod 700 "$dir"
  workers="${DIASTOMA_WORKERS:-$(( $(nproc) * 4 ))}"
  local m
  for m in filter static; do
    [ -e "/usr/lib/nginx/modules/ngx_http_brotli_${m}_module.so" ] && modules+="load_module /usr/lib/nginx/modules/ngx_http_brotli_${m}_module.so;"$'\n'
  done
  [ -n "$modules" ] && brotli="brotli on; brotli_static on; brotli_comp_level 5; brotli_types text/css application/javascript application/json image/svg+xml application/wasm;"
  [ "$(id -u)" = 0 ] && user="user ${WEB:-root};"
  cat >"$dir/nginx.conf" <<CONF
# Written by bin/serve; what is changed here is lost at the next start.
$modules$user
daemon off;
worker_processes auto;
pid $dir/nginx.pid;
error_log $dir/nginx-error.log warn;
events { worker_connections 1024; }
http {
  include /etc/nginx/mime.types;
  types { application/wasm wasm; application/javascript mjs; application/manifest+json webmanifest; }
  default_type application/octet-stream;
  access_log off;
  server_tokens off;
  sendfile on;
  client_max_body_size 65m;
  client_body_temp_path $dir/tmp/body; proxy_temp_path $dir/tmp/proxy; fastcgi_temp_path $dir/tmp/fastcgi; uwsgi_temp_path $dir/tmp/uwsgi; scgi_temp_path $dir/tmp/scgi;
  gzip on; gzip_static on; gzip_comp_level 5; gzip_min_length 1000; gzip_vary on;
  gzip_types text/css application/javascript application/json image/svg+xml application/wasm;
  $brotli
  ssl_certificate $cert;
  ssl_certificate_key $key;
  ssl_protocols TLSv1.2 TLSv1.3;
  ssl_session_cache shared:tls:10m;
  ssl_session_timeout 1d;
  ssl_session_tickets off;
  server {
    listen $port ssl http2;
    server_name $name;
    root $code/public;
    add_header X-Content-Type-Options nosniff always;
    add_header Referrer-Policy same-origin always;
    add_header Strict-Transport-Security "max-age=31536000" always;
    location /build/assets/ { expires max; add_header Cache-Control "public, immutable"; add_header X-Content-Type-Options nosniff always; add_header Strict-Transport-Security "max-age=31536000" always; }
    location / { try_files \$uri /index.php\$is_args\$args; }
    location ~ /\\. { return 404; }
    location = /index.php {
      internal;
      include /etc/nginx/fastcgi_params;
      fastcgi_param SCRIPT_FILENAME $code/public/index.php;
      fastcgi_param HTTPS on;
      fastcgi_param HTTP_PROXY "";
      fastcgi_param HTTP_HOST $host;
      fastcgi_pass unix:$dir/php.sock;
      fastcgi_read_timeout 120s;
      fastcgi_hide_header X-Powered-By;
      fastcgi_hide_header X-Content-Type-Options;
      fastcgi_hide_header Referrer-Policy;
      fastcgi_hide_header Strict-Transport-Security;
    }
    location ~ \\.php\$ { return 404; }
  }
CONF
  # to the configured name, never to what the request says of itself
  [ -z "$plain" ] || cat >>"$dir/nginx.conf" <<CONF
  server { listen $plain default_server; return 301 https://$host\$request_uri; }
CONF
  echo "}" >>"$dir/nginx.conf"
  cat >"$dir/php-fpm.conf" <<CONF
; Written by bin/serve; what is changed here is lost at the next start.
[global]
pid = $dir/php-fpm.pid
error_log = $dir/php-fpm.log
daemonize = no
[diastoma]
$([ "$(id -u)" = 0 ] && printf 'user = %s\ngroup = %s\nlisten.owner = %s\nlisten.group = %s' "${WEB:-root}" "${WEB:-root}" "${WEB:-root}" "${WEB:-root}")
listen = $dir/php.sock
listen.mode = 0600
pm = dynamic
pm.max_children = $workers
pm.start_servers = $(( workers / 4 > 0 ? workers / 4 : 1 ))
pm.min_spare_servers = 1
pm.max_spare_servers = $(( workers / 2 > 0 ? workers / 2 : 1 ))
pm.max_requests = 2000
clear_env = no
catch_workers_output = yes
decorate_workers_output = no
request_terminate_timeout = 120s
php_admin_value[upload_max_filesize] = 64M
php_admin_value[post_max_size] = 65M
php_admin_value[memory_limit] = 256M
php_admin_value[error_log] = $dir/php-error.log
php_admin_flag[expose_php] = off
php_admin_flag[display_errors] = off
CONF
}

# start_front DIR PORT [HTTP_PORT]: sets FPM_PID and NGINX_PID. What the application needs to know is in the environment.
start_front() {
  local dir="$1" port="$2" root=()
  port_taken "$port" && die "port $port is taken. Free it, or choose another: bin/serve --port 9443"
  [ -z "${3:-}" ] || { port_taken "$3" && die "port $3 is taken. Free it, or leave --http-port out."; }
  [ "$(id -u)" = 0 ] && [ -z "${WEB:-}" ] && root=(--allow-to-run-as-root)
  nginx -t -q -p "$dir" -c "$dir/nginx.conf" 2>"$dir/nginx-test.log" || { cat "$dir/nginx-test.log" >&2; die "nginx does not take its settings"; }
  env -u DB_OWNER_PASSWORD setsid php-fpm8.2 ${root[@]+"${root[@]}"} --nodaemonize --fpm-config "$dir/php-fpm.conf" -d pcov.enabled=0 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M \
    >"$dir/php-fpm.out" 2>&1 </dev/null &
  FPM_PID=$!
  setsid nginx -p "$dir" -c "$dir/nginx.conf" >"$dir/nginx.out" 2>&1 </dev/null &
  NGINX_PID=$!
  local i
  for i in $(seq 1 100); do
    port_taken "$port" && [ -S "$dir/php.sock" ] && return 0
    kill -0 "$FPM_PID" 2>/dev/null || { tail -5 "$dir/php-fpm.out" "$dir/php-fpm.log" >&2; die "php-fpm did not start"; }
    kill -0 "$NGINX_PID" 2>/dev/null || { tail -5 "$dir/nginx.out" "$dir/nginx-error.log" >&2; die "nginx did not start"; }
    sleep 0.1
  done
  die "the web server did not answer within 10 s, see $dir"
}
