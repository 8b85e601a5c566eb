#!/usr/bin/env bash
# Whether Prometheus reads docs/run/alerts.yaml, and each rule fires when it should: alerts.sh FOLDER
# Its program is only unpacked: installed, it would start a server of its own.
set -euo pipefail
here=$(cd "$(dirname "$0")" && pwd)
folder=$1
mkdir -p "$folder"
if ! [ -x "$folder/usr/bin/promtool" ]; then
  (cd "$folder" && apt-get -qq download prometheus && dpkg -x prometheus_*.deb . && rm prometheus_*.deb)
fi
"$folder/usr/bin/promtool" check rules "$here/../docs/run/alerts.yaml"
"$folder/usr/bin/promtool" test rules "$here/alerts-test.yaml"
