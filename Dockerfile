# Diastoma with everything it needs in one container: nginx with TLS, php-fpm, MariaDB, scheduler, queue worker. See docs/operations.md.
# It could not be built or run where it was written.
FROM debian:12-slim

RUN apt-get update \
 && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends ca-certificates git mariadb-server php8.2-cli php8.2-fpm php8.2-mysql php8.2-mbstring \
    php8.2-intl php8.2-xml php8.2-zip php8.2-gd php8.2-curl composer nodejs npm nginx logrotate libnginx-mod-http-brotli-filter libnginx-mod-http-brotli-static openssl \
 && rm -rf /var/lib/apt/lists/* \
 && useradd --create-home --home-dir /srv/diastoma diastoma

USER diastoma
WORKDIR /srv/diastoma/app
COPY --chown=diastoma:diastoma . .
# libraries and front end are part of the image; keys, database and pictures are made at the first start, on the volumes
RUN bash -c 'source bin/lib.sh && install_packages && install_libraries && build_front_end'

VOLUME ["/srv/diastoma/app/var", "/srv/diastoma/app/storage", "/srv/diastoma/app/keys"]
EXPOSE 8443 8080
# .env and .env.owner lie on a volume: a new image must find the keys of the old one
CMD ["bash", "-c", "mkdir -p keys && for f in .env .env.owner; do [ -e keys/$f ] || : >keys/$f; ln -sf keys/$f $f; done && exec bin/serve --name \"${DIASTOMA_NAME:?the name people type}\" --http-port 8080"]
