# Used by bin/serve: who runs what. Started by root, an installation runs as two users of its own, neither of whom is root:
#   diastoma      owns the database, the anchors and their key, and the owner's password; runs the scheduler
#   diastoma-web  answers requests and sends mail; reads none of those
# Started by anybody else, it runs as that user alone.
KEEPER="" WEB="" AS_KEEPER=() AS_WEB=()

make_users() {
  [ "$(id -u)" = 0 ] || return 0
  KEEPER=diastoma WEB=diastoma-web
  local user
  for user in "$KEEPER" "$WEB"; do
    id -u "$user" >/dev/null 2>&1 || useradd --system --user-group --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin "$user" \
      || die "making the user $user failed"
  done
  usermod -a -G "$WEB" "$KEEPER" # reads the pictures and logs that the web server writes
  AS_KEEPER=(setpriv --reuid="$KEEPER" --regid="$KEEPER" --init-groups --no-new-privs)
  AS_WEB=(setpriv --reuid="$WEB" --regid="$WEB" --init-groups --no-new-privs)
  "${AS_WEB[@]}" test -r "$ROOT/public/index.php" \
    || die "the user $WEB cannot read $ROOT. Put the project where everybody may read it, such as /srv/diastoma, and start again."
}

# give_away: what each of them writes. The code stays with whoever put it there, so that no request can change it.
give_away() {
  [ -n "$KEEPER" ] || return 0
  mkdir -p var/db var/db-tmp var/serve/tmp storage/app/private storage/logs storage/framework/views bootstrap/cache
  touch .anchor.key var/serve/php-error.log # empty, the first anchor fills it
  chmod -R go+rX,go-w app artisan bootstrap compat config core database public resources routes vendor # packages come with rights of all kinds
  chown -R "$KEEPER:$WEB" storage bootstrap/cache
  find storage bootstrap/cache -type d -exec chmod 2770 {} +
  find storage -type f -exec chmod 0660 {} +
  chown "$KEEPER:$WEB" var var/serve .env
  find var -maxdepth 1 -type f ! -name anchors.log -exec chown "$KEEPER:$WEB" {} +
  chmod 0750 var
  chmod 0640 .env
  chown "$KEEPER:$KEEPER" .env.owner .anchor.key
  chmod 0600 .env.owner .anchor.key
  [ "$(stat -c %U:%G var/db)" = "$KEEPER:$WEB" ] || chown -R "$KEEPER:$KEEPER" var/db
  chown "$KEEPER:$WEB" var/db # whoever answers requests goes through it to the socket, and sees nothing of it
  chmod 0710 var/db
  chown "$KEEPER:$KEEPER" var/db-tmp
  chmod 0700 var/db-tmp
  chown -R "$WEB:$WEB" var/serve/tmp var/serve/php-error.log
}
