#!/usr/bin/env bash
# Tries the Debian package in a plain Debian of its own: install, serve, back up, upgrade, remove, purge.
# As root, with debootstrap, after ./jeton package. Not a part of ./jeton test: it fetches a whole Debian.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
[ "$(id -u)" -eq 0 ] || { echo "root is needed: a Debian is made in a folder" >&2; exit 1; }
command -v debootstrap > /dev/null || { echo "debootstrap is missing: apt-get install debootstrap" >&2; exit 1; }
deb=$(ls target/package/*.deb)
work=${1:-$(mktemp -d)}
mkdir -p "$work"
root=$work/debian
# The mirrors this machine uses.
read -r mirror suite < <(apt-get indextargets --format '$(REPO_URI) $(CODENAME)' 'Created-By: Packages' | grep -v -- - | head -n 1)

step() { printf '%s %s\n' "$(date +%T)" "$*"; }
in_it() { chroot "$root" /usr/bin/env -i PATH=/usr/sbin:/usr/bin:/sbin:/bin DEBIAN_FRONTEND=noninteractive "$@"; }
fails() { echo "NOT SO: $*" >&2; exit 1; }
as_jeton() { in_it runuser -u jeton -- env JETON_PORT=18080 "$@"; }
# Whoever reads of a failure reads why.
why() { tail -n 40 "$work/serve.log" "$root/var/lib/jeton/database/mariadb.log" >&2 2> /dev/null || true; }
up() { for _ in $(seq 240); do curl -fs http://127.0.0.1:18080/actuator/health/readiness > /dev/null 2>&1 && return; kill -0 $server 2> /dev/null || break; sleep 0.5; done; why; fails "it does not come up"; }
serve() { as_jeton jeton serve > "$work/serve.log" 2>&1 & server=$!; up; }
stop() { pkill -TERM -f '/usr/share/jeton/lib/.* jeton.server.JetonServer' || true; wait "$server" 2> /dev/null || true; }
cleanup() { stop 2> /dev/null || true; umount "$root/proc" 2> /dev/null || true; rm -rf "$work"; }
trap cleanup EXIT

step "A plain Debian ($suite)"
debootstrap --variant=minbase "$suite" "$root" "$mirror" > "$work/debootstrap.log" 2>&1 || { tail -n 3 "$work/debootstrap.log" >&2; fails "debootstrap"; }
mount -t proc proc "$root/proc"
cp /etc/resolv.conf "$root/etc/" 2> /dev/null || true
cp -r /etc/apt/apt.conf.d/. "$root/etc/apt/apt.conf.d/" 2> /dev/null || true
in_it apt-get -qq update

step "Install"
cp "$deb" "$root/tmp/jeton.deb"
in_it apt-get -qq install -y --no-install-recommends /tmp/jeton.deb > "$work/install.log" 2>&1 || { tail -n 5 "$work/install.log" >&2; fails "install"; }
in_it getent passwd jeton > /dev/null || fails "there is a user"
[ "$(in_it stat -c '%U %a' /var/lib/jeton)" = "jeton 700" ] || fails "its folder is its own"
[ "$(in_it stat -c '%U:%G %a' /etc/jeton/jeton.env)" = "root:jeton 640" ] || fails "its settings are not for all to read"
for gone in javac mvn node; do in_it sh -c "command -v $gone" > /dev/null && fails "no $gone is needed"; done
step "  $(in_it jeton version), $(du -sm "$root/usr/share/jeton" | cut -f1) MB of its own"

step "Serve, and back up meanwhile"
began=$SECONDS
serve
step "  ready after $((SECONDS - began)) s"
curl -fs http://127.0.0.1:18080/app/ > /dev/null || fails "the interface is there"
as_jeton jeton backup /var/lib/jeton/kept
stop

step "Upgrade, with what there is"
mkdir "$work/next"
dpkg-deb -R "$deb" "$work/next/root"
sed -i 's/^Version: \(.*\)/Version: \1.1/' "$work/next/root/DEBIAN/control"
echo next > "$work/next/root/usr/share/jeton/VERSION"
dpkg-deb --root-owner-group --build "$work/next/root" "$root/tmp/next.deb" > /dev/null
in_it sh -c 'echo "# mine" >> /etc/jeton/jeton.env'
in_it apt-get -qq install -y /tmp/next.deb > "$work/upgrade.log" 2>&1 || { tail -n 5 "$work/upgrade.log" >&2; fails "upgrade"; }
[ "$(in_it jeton version)" = next ] || fails "the new one is there"
in_it grep -q '# mine' /etc/jeton/jeton.env || fails "settings stay"
serve
stop

step "Put back elsewhere"
backup=$(in_it sh -c 'ls -d /var/lib/jeton/kept/*Z')
as_jeton jeton restore "$backup" /var/lib/jeton/again

step "Remove: what people entrusted to it stays"
in_it apt-get -qq remove -y jeton > /dev/null 2>&1
in_it test ! -e /usr/bin/jeton || fails "the command is gone"
in_it test -d /var/lib/jeton/database || fails "the data stays"
step "Purge: nothing stays"
in_it apt-get -qq purge -y jeton > /dev/null 2>&1
in_it test ! -e /var/lib/jeton || fails "the data is gone"
in_it test ! -e /etc/jeton || fails "the settings are gone"
in_it getent passwd jeton > /dev/null && fails "the user is gone"
step "All of it is so."
