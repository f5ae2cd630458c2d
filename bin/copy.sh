# Used by bin/check-backup, bin/check-serve and bin/kill: copies of the project in a folder of their own, and bin/serve in one. Nothing of this folder's own
# installation is touched. Sets PLACE; whoever uses it says what else ends with it in its own finish.
PLACE="$(mktemp -d)" SERVE_PID=""
chmod 755 "$PLACE" # whoever runs a part of it passes through
unset APP_ENV APP_KEY DB_PASSWORD DB_OWNER_PASSWORD DB_PORT DB_DATABASE APP_CONFIG_CACHE APP_ROUTES_CACHE APP_EVENTS_CACHE SESSION_DRIVER CACHE_STORE

# copy_project NAME: the project as it stands, with the libraries and the front end that are there already
copy_project() {
  mkdir -p "$PLACE/$1/var"
  git ls-files -z --cached --others --exclude-standard | tar -c --null -T - --ignore-failed-read 2>/dev/null | tar -x -C "$PLACE/$1"
  ln -s "$ROOT/node_modules" "$PLACE/$1/node_modules"
  cp -a "$ROOT/vendor" "$PLACE/$1/vendor"
  cp "$ROOT"/var/{composer,npm}.stamp "$PLACE/$1/var/"
  [ ! -d "$ROOT/public/build" ] || cp -a "$ROOT/public/build" "$PLACE/$1/public/build"
  cp "$ROOT/var/build.stamp" "$PLACE/$1/var/" 2>/dev/null || true
}

# serve_copy: bin/serve in a copy, which is the current folder from then on. Sets SERVE_PID and PORT.
serve_copy() {
  copy_project it
  cd "$PLACE/it"
  PORT="$(free_port)"
  bin/serve --name localhost --port "$PORT" >"$PLACE/serve.log" 2>&1 &
  SERVE_PID=$!
  within 600 "the start" grep -qs "Diastoma runs at" "$PLACE/serve.log"
  within 20 "the first answer" up
}
up() { curl -ksf -o /dev/null --max-time 5 "https://localhost:$PORT/up"; }

# within SECONDS WHAT COMMAND…: waits until the command succeeds
within() {
  local seconds="$1" what="$2" k; shift 2
  for k in $(seq 1 $((2 * seconds))); do "$@" && return 0; kill -0 "$SERVE_PID" 2>/dev/null || die "bin/serve has ended"; sleep 0.5; done
  die "$what: not within $seconds s"
}

# remove_place CODE: ends what is served, and says its last words where something was wrong
remove_place() {
  [ -z "$SERVE_PID" ] || { kill -TERM "$SERVE_PID" 2>/dev/null || true; wait "$SERVE_PID" 2>/dev/null || true; }
  [ "$1" = 0 ] || tail -40 "$PLACE/serve.log" >&2 2>/dev/null || true
  chattr -R -a "$PLACE" 2>/dev/null || true
  rm -rf "$PLACE"
}
