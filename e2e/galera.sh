#!/usr/bin/env bash
# Three nodes of a replicated database on loopback, for ./jeton drill cluster and ./jeton bench cluster.
#   galera.sh FOLDER make [1] | join N | start N | kill N | cut N | mend N | size N | stop
# As root: nodes run as another user, and one is cut off by the packet filter.
set -euo pipefail
folder=$1
command=$2
node=${3:-}
user=daemon
scripts=$folder/scripts
export PATH=$scripts/usr/bin:$PATH
members=127.0.0.1:4601,127.0.0.1:4602,127.0.0.1:4603

as_user() { runuser -u $user -- env PATH="$PATH" "$@"; }
ask() { mariadb --no-defaults --user=root --socket="$folder/$1.s" --batch --skip-column-names --execute="$2"; }
answers() { for _ in $(seq 240); do ask "$1" "SELECT 1" > /dev/null 2>&1 && return; sleep 0.25; done; tail -n 3 "$folder/$1.log" >&2; return 1; }

synced() { for _ in $(seq 120); do [ "$(status "$1" WSREP_LOCAL_STATE_COMMENT)" = Synced ] && return; sleep 0.25; done; return 1; }
status() { ask "$1" "SELECT VARIABLE_VALUE FROM information_schema.GLOBAL_STATUS WHERE VARIABLE_NAME = '$2'" 2> /dev/null || true; }

start() {
  local n=$1
  shift
  setsid runuser -u $user -- env PATH="$PATH" mariadbd --no-defaults --datadir="$folder/$n" --port="450$n" --bind-address=127.0.0.1 \
    --socket="$folder/$n.s" --pid-file="$folder/$n.pid" --log-error="$folder/$n.log" \
    --character-set-server=utf8mb4 --binlog-format=ROW --default-storage-engine=InnoDB --innodb-autoinc-lock-mode=2 --max-connections=300 \
    --wsrep-on=ON --wsrep-provider=/usr/lib/galera/libgalera_smm.so --wsrep-cluster-name=jeton --wsrep-cluster-address="gcomm://$members" \
    --wsrep-node-name="n$n" --wsrep-node-address="127.0.0.1:460$n" --wsrep-sst-method=rsync --wsrep-slave-threads=2 --wsrep-retry-autocommit=20 \
    --wsrep-provider-options="base_port=460$n;gmcast.listen_addr=tcp://127.0.0.1:460$n;ist.recv_addr=127.0.0.1:461$n;evs.suspect_timeout=PT2S;evs.inactive_timeout=PT5S;evs.keepalive_period=PT0.5S" \
    "$@" > /dev/null 2>&1 < /dev/null &
}

# How a node copies another's data lies in a package that would start a server of its own: only unpacked.
fetch_scripts() {
  [ -d "$scripts" ] && return
  mkdir -p "$scripts"
  (cd "$scripts" && apt-get -qq download mariadb-server && dpkg -x mariadb-server_*.deb . && rm mariadb-server_*.deb)
}

make() {
  mkdir -p "$folder"
  fetch_scripts
  chown $user "$folder"
  as_user mariadb-install-db --no-defaults --datadir="$folder/1" --auth-root-authentication-method=normal --skip-test-db --skip-name-resolve > "$folder/install.log" 2>&1
  start 1 --wsrep-new-cluster
  answers 1
  # By hand: each connection that would make it holds up all others, on every node.
  ask 1 "CREATE DATABASE jeton CHARACTER SET utf8mb4"
  for host in 127.0.0.1 localhost; do
    ask 1 "CREATE USER jeton@'$host' IDENTIFIED BY 'jeton'; GRANT ALL ON *.* TO jeton@'$host'"
  done
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

drops() { # -A or -D, and the port of a node's talk with the others
  iptables "$1" INPUT -i lo -p tcp --dport "$2" -j DROP
  iptables "$1" INPUT -i lo -p tcp --sport "$2" -j DROP
}

case $command in
  make) make ;;
  join) add "$node" ;;
  start) start "$node"; answers "$node"; synced "$node" ;;
  kill) kill -9 "$(cat "$folder/$node.pid")" ;;
  cut) drops -A "460$node"; ss -K dport = ":460$node" > /dev/null 2>&1 || true ;;
  mend) drops -D "460$node" ;;
  size) status "$node" WSREP_CLUSTER_SIZE ;;
  stop) for n in 1 2 3; do kill -9 "$(cat "$folder/$n.pid" 2> /dev/null)" 2> /dev/null || true; drops -D "460$n" 2> /dev/null || true; done ;;
esac
