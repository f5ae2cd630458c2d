# Shared by bin/start and bin/serve: what makes this folder an installation.

# Keys and passwords, made once. The owner's password lies apart, where the web server does not look.
make_keys() {
  if [ ! -s .env ]; then
    (umask 077; cat >.env <<ENV
APP_ENV=production
APP_KEY=base64:$(php -r 'echo base64_encode(random_bytes(32));')
DB_PASSWORD=$(secret)
SESSION_DRIVER=database
CACHE_STORE=database
LOG_CHANNEL=single
ENV
    )
  fi
  if [ ! -s .env.owner ]; then
    (umask 077; grep '^DB_OWNER_PASSWORD=' .env >.env.owner || echo "DB_OWNER_PASSWORD=$(secret)" >.env.owner)
    sed -i '/^DB_OWNER_PASSWORD=/d' .env
  fi
  set -a; source .env; source .env.owner; set +a
  export APP_CONFIG_CACHE=var/cache-config.php APP_ROUTES_CACHE=var/cache-routes.php APP_EVENTS_CACHE=var/cache-events.php # not where the tests would find them
}

# Configuration of another folder or port would migrate another database.
forget_settings() { rm -f var/cache-*.php bootstrap/cache/*.php; }

complete_journal() {
  ${AS_KEEPER[@]+"${AS_KEEPER[@]}"} php artisan journal:complete >var/complete.log 2>&1 || { cat var/complete.log >&2; die "completing the journal failed"; }
}

cache_settings() {
  local shut=077 # it holds passwords
  [ -z "${KEEPER:-}" ] || { shut=027; chmod g+s var; } # then it belongs to the group of the web server, which reads it
  (umask "$shut"; env -u DB_OWNER_PASSWORD ${AS_KEEPER[@]+"${AS_KEEPER[@]}"} php artisan optimize) >var/optimize.log 2>&1 || die "caching configuration and routes failed: php artisan optimize"
}

# Where the file system knows it: lines are added, none is changed.
guard_anchors() {
  touch var/anchors.log
  if [ -n "${KEEPER:-}" ] && [ "$(stat -c %U var/anchors.log)" != "$KEEPER" ]; then # of a start by somebody else
    chattr -a var/anchors.log 2>/dev/null || true
    chown "$KEEPER:$KEEPER" var/anchors.log
  fi
  chattr +a var/anchors.log 2>/dev/null || true
}
