#!/usr/bin/env bash
# Whether Prometheus reads docs/run/alerts.yaml, each rule fires when it should, and each question of
# docs/run/dashboard.json is one: alerts.sh FOLDER
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

node -e '
const { panels } = JSON.parse(require("fs").readFileSync(process.argv[1]));
const asked = panels.flatMap((panel) => panel.targets.map((target) => target.expr));
const rules = asked.map((expr, i) => ({ record: `dashboard:${i}`, expr }));
console.log(JSON.stringify({ groups: [{ name: "dashboard", rules }] }));
' "$here/../docs/run/dashboard.json" > "$folder/dashboard.yaml"
"$folder/usr/bin/promtool" check rules "$folder/dashboard.yaml"
