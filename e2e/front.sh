#!/usr/bin/env bash
# nginx in front of instances, as docs/run/nginx.conf has it but without TLS, until it is told to end:
#   front.sh FOLDER PORT INSTANCE_PORT …
set -euo pipefail
folder=$1
port=$2
shift 2
mkdir -p "$folder"
program=$(command -v nginx || true)
# Only unpacked: installed, it would start a server of its own.
if [ -z "$program" ]; then
  (cd "$folder" && apt-get -qq download nginx && dpkg -x nginx_*.deb nginx && rm nginx_*.deb)
  program=$folder/nginx/usr/sbin/nginx
fi
servers=$(printf 'server 127.0.0.1:%s max_fails=1 fail_timeout=5s; ' "$@")
{
  echo "daemon off; user root; pid $folder/front.pid; error_log $folder/front.log;"
  echo "events { worker_connections 4096; }"
  echo "http { access_log off;"
  for kind in client_body proxy fastcgi uwsgi scgi; do echo "${kind}_temp_path $folder/$kind;"; done
  sed -e "s/server 127.0.0.1:8080;/$servers/" -e "s/listen 443 ssl http2;/listen 127.0.0.1:$port;/" -e '/ssl_certificate/d' \
    "$(dirname "$0")/../docs/run/nginx.conf"
  echo "}"
} > "$folder/front.conf"
exec "$program" -p "$folder" -c "$folder/front.conf" -e "$folder/front.log"
