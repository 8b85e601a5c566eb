#!/usr/bin/env bash
# Three nodes of a replicated database, each in a network of its own (10.77.77.1 to 3), for ./jeton drill cluster and ./jeton bench cluster.
#   galera.sh FOLDER make [1] | join N | start N | kill N | cut N | mend N | size N | stop
# As root: nodes run as another user, and one is cut off by taking its line away.
set -euo pipefail
folder=$1
command=$2
node=${3:-}
user=daemon
scripts=$folder/scripts
export PATH=$scripts/usr/bin:$PATH
net=10.77.77
members=$net.1,$net.2,$net.3

as_user() { runuser -u $user -- env PATH="$PATH" "$@"; }
ask() { mariadb --no-defaults --user=root --socket="$folder/$1.s" --batch --skip-column-names --execute="$2"; }
answers() { for _ in $(seq 240); do ask "$1" "SELECT 1" > /dev/null 2>&1 && return; sleep 0.25; done; tail -n 3 "$folder/$1.log" >&2; return 1; }

synced() { for _ in $(seq 120); do [ "$(status "$1" WSREP_LOCAL_STATE_COMMENT)" = Synced ] && return; sleep 0.25; done; return 1; }
status() { ask "$1" "SELECT VARIABLE_VALUE FROM information_schema.GLOBAL_STATUS WHERE VARIABLE_NAME = '$2'" 2> /dev/null || true; }

start() {
  local n=$1
  shift
  plug "$n"
  setsid ip netns exec "jeton-$n" runuser -u $user -- env PATH="$PATH" mariadbd --no-defaults --datadir="$folder/$n" --bind-address=$net.$n --skip-name-resolve \
    --socket="$folder/$n.s" --pid-file="$folder/$n.pid" --log-error="$folder/$n.log" \
    --character-set-server=utf8mb4 --binlog-format=ROW --default-storage-engine=InnoDB --innodb-autoinc-lock-mode=2 --max-connections=300 \
    --wsrep-on=ON --wsrep-provider=/usr/lib/galera/libgalera_smm.so --wsrep-cluster-name=jeton --wsrep-cluster-address="gcomm://$members" \
    --wsrep-node-name="n$n" --wsrep-node-address="$net.$n" --wsrep-sst-method=rsync --wsrep-slave-threads=2 --wsrep-retry-autocommit=20 \
    --wsrep-provider-options="evs.suspect_timeout=PT2S;evs.inactive_timeout=PT5S;evs.keepalive_period=PT0.5S" \
    "$@" > /dev/null 2>&1 < /dev/null &
}

# A network with one line to the bridge that all share; it stays while the node is away.
plug() {
  ip link show jeton0 > /dev/null 2>&1 || { ip link add jeton0 type bridge; ip address add $net.254/24 dev jeton0; ip link set jeton0 up; }
  [ -e "/run/netns/jeton-$1" ] && return
  ip netns add "jeton-$1"
  ip link add "jeton0-$1" type veth peer name eth0 netns "jeton-$1"
  ip link set "jeton0-$1" master jeton0 up
  ip -n "jeton-$1" address add "$net.$1/24" dev eth0
  ip -n "jeton-$1" link set eth0 up
  ip -n "jeton-$1" link set lo up
}

unplug() {
  # The lines by themselves: those of a network whose programs are still ending stay otherwise.
  for n in 1 2 3; do
    ip link delete "jeton0-$n" 2> /dev/null || true
    ip netns delete "jeton-$n" 2> /dev/null || true
  done
  ip link delete jeton0 2> /dev/null || true
}

# How a node copies another's data lies in a package that would start a server of its own: only unpacked.
fetch_scripts() {
  [ -d "$scripts" ] && return
  mkdir -p "$scripts"
  (cd "$scripts" && apt-get -qq download mariadb-server && dpkg -x mariadb-server_*.deb . && rm mariadb-server_*.deb)
}

make() {
  mkdir -p "$folder"
  unplug
  fetch_scripts
  chown $user "$folder"
  as_user mariadb-install-db --no-defaults --datadir="$folder/1" --auth-root-authentication-method=normal --skip-test-db --skip-name-resolve > "$folder/install.log" 2>&1
  start 1 --wsrep-new-cluster
  answers 1
  # By hand: each connection that would make it holds up all others, on every node.
  ask 1 "CREATE DATABASE jeton CHARACTER SET utf8mb4"
  ask 1 "CREATE USER jeton@'$net.%' IDENTIFIED BY 'jeton'; GRANT ALL ON *.* TO jeton@'$net.%'"
  # Alone to begin with, if so told.
  [ "$node" = 1 ] || { add 2; add 3; }
  synced 1
}

# With tables to begin with, so that only what is missing is copied.
add() {
  as_user mariadb-install-db --no-defaults --datadir="$folder/$1" --auth-root-authentication-method=normal --skip-test-db --skip-name-resolve >> "$folder/install.log" 2>&1
  start "$1"
  answers "$1"
  synced "$1"
}

case $command in
  make) make ;;
  join) add "$node" ;;
  start) start "$node"; answers "$node"; synced "$node" ;;
  kill) kill -9 "$(cat "$folder/$node.pid")" ;;
  cut) ip link set "jeton0-$node" down ;;
  mend) ip link set "jeton0-$node" up ;;
  size) status "$node" WSREP_CLUSTER_SIZE ;;
  stop)
    for n in 1 2 3; do kill -9 "$(cat "$folder/$n.pid" 2> /dev/null)" 2> /dev/null || true; done
    unplug
    ;;
esac
