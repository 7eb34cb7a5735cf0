# Sourced by ./kiln: several servers on several database nodes behind a balancer, all on this machine. docs/scale.md tells the same for machines of their own.
# What fails here fails as it would there: each node and server is a process with its own folder.

cluster=$home/cluster
nodes=3
servers=2
pids=$cluster/pids
# Socket paths may have a hundred characters: they stand where paths are short.
sockets=${TMPDIR:-/tmp}/kiln-ward-$(id -u)

# Where a database node, a server and the databases' own door listen. A node in a network of its own (see split) has an address of its own.
node_port() { echo $((8500 + $1)); }
server_port() { echo $((8494 + $1)); }
database_door=8500
node_address() { if [ -f "$cluster/networks" ]; then echo "10.77.0.1$1"; else echo 127.0.0.1; fi; }
in_network() {
  local node=$1; shift
  # Instead of the shell that was begun for it: what is killed later is the node itself.
  if [ -f "$cluster/networks" ]; then exec ip netns exec "kilnward$node" "$@"; else exec "$@"; fi
}
sql() { mariadb --no-defaults --socket="$sockets/n$1.sock" -N -B -e "$2"; }
part_pid() { cat "$pids/$1" 2>/dev/null; }
runs() { local pid; pid=$(part_pid "$1") && [ -n "$pid" ] && kill -0 "$pid" 2>/dev/null; }

need_cluster_tools() {
  need_tools
  need_package mariadb-backup mariadb-backup
  need_package socat socat
  need_package haproxy haproxy
  # A library and no command: asked for by a name that no command has.
  [ -f /usr/lib/galera/libgalera_smm.so ] || need_package the-library-of-galera galera-4
}

make_node() {
  local node=$1
  [ -d "$cluster/n$node/mysql" ] && return 0
  if [ ! -d "$cluster/empty/mysql" ]; then
    say "Creating the nodes' databases ..."
    rm -rf "$cluster/empty.new"
    mkdir -p "$cluster/empty.new" "$cluster/tmp"
    (cd "$cluster" && TMPDIR="$cluster/tmp" mariadb-install-db --no-defaults --datadir=./empty.new --user="$(id -un)" --skip-test-db \
      --auth-root-authentication-method=socket --auth-root-socket-user="$(id -un)") >"$cluster/install.log" 2>&1 || die "the database could not be created; see .kiln/cluster/install.log"
    mv "$cluster/empty.new" "$cluster/empty"
  fi
  cp -r "$cluster/empty" "$cluster/n$node"
}

# start_node N [first]: joins the others, or begins the cluster anew.
start_node() {
  local node=$1 first=${2:-} join= each
  mkdir -p "$cluster" "$pids" "$sockets" "$cluster/tmp$node"
  make_node "$node"
  if [ -z "$first" ]; then
    for each in $(seq 1 "$nodes"); do join+=${join:+,}$(node_address "$each"):$((8510 + each)); done
  elif [ -f "$cluster/n$node/grastate.dat" ]; then
    sed -i 's/^safe_to_bootstrap:.*/safe_to_bootstrap: 1/' "$cluster/n$node/grastate.dat"
  fi
  # What the copy of a node to one that joins has to know stands in a file: the program that copies refuses words it does not know.
  cat >"$cluster/n$node.cnf" <<CNF
[mysqld]
innodb_autoinc_lock_mode=2
innodb_flush_log_at_trx_commit=1
innodb_buffer_pool_size=256M
innodb_log_file_size=256M
[sst]
sst-syslog=-1
CNF
  in_network "$node" setsid "$(mariadbd_path)" --defaults-file="$cluster/n$node.cnf" --user="$(id -un)" --datadir="$cluster/n$node" --tmpdir="$cluster/tmp$node" \
    --socket="$sockets/n$node.sock" --bind-address="$(node_address "$node")" --port="$(node_port "$node")" --pid-file="$cluster/n$node/node.pid" --skip-name-resolve \
    --max-connections=400 --binlog-format=ROW --wsrep-on=ON --wsrep-provider=/usr/lib/galera/libgalera_smm.so --wsrep-cluster-name=kilnward \
    --wsrep-cluster-address="gcomm://$join" --wsrep-node-name="n$node" --wsrep-node-address="$(node_address "$node"):$((8510 + node))" --wsrep-sync-wait=1 \
    --wsrep-provider-options="gmcast.listen_addr=tcp://$(node_address "$node"):$((8510 + node));ist.recv_addr=$(node_address "$node"):$((8520 + node));gcache.size=256M" \
    --wsrep-sst-method=mariabackup --wsrep-sst-auth="$(id -un):" --wsrep-sst-receive-address="$(node_address "$node"):$((8530 + node))" \
    >>"$cluster/n$node.log" 2>&1 </dev/null 9>&- &
  echo "$!" >"$pids/n$node"
  disown "$!"
}

node_ready() { [ "$(sql "$1" "select variable_value from information_schema.global_status where variable_name = 'wsrep_ready'" 2>/dev/null)" = ON ]; }

wait_node() {
  local i
  for i in $(seq 1 480); do
    node_ready "$1" && return 0
    runs "n$1" || break
    sleep 0.25
  done
  return 1
}

# One node by itself is no cluster and pays nothing for it.
start_nodes() {
  local node
  start_node 1 first
  wait_node 1 || cluster_gone "node 1 did not start; see .kiln/cluster/n1.log"
  cluster_users
  for node in $(seq 2 "$nodes"); do
    start_node "$node"
    wait_node "$node" || cluster_gone "node $node did not join; see .kiln/cluster/n$node.log"
  done
}

cluster_users() {
  local each
  for each in cluster-password cluster-owner-password; do
    [ -s "$home/$each" ] || (umask 077; head -c 24 /dev/urandom | base64 | tr -d '/+=' >"$home/$each")
  done
  sql 1 "create database if not exists kilnward character set utf8mb4 collate utf8mb4_unicode_ci;
    create user if not exists 'kilnward'@'%'; alter user 'kilnward'@'%' identified by '$(cat "$home/cluster-password")';
    create user if not exists 'kilnward_owner'@'%'; alter user 'kilnward_owner'@'%' identified by '$(cat "$home/cluster-owner-password")';
    create user if not exists 'kilnward_check'@'%'; grant all on kilnward.* to 'kilnward_owner'@'%' with grant option;
    ${first_jar:+grant all on kilnward.* to 'kilnward'@'%';}" || cluster_gone "the database's users could not be made"
}

# start_cluster_server N [JAR]: one of the servers; none keeps anything of record.
start_cluster_server() {
  local server_number=$1 jar_of=${2:-$app} broker=() demo=false
  [ -z "${cluster_demo:-}" ] || demo=true
  if [ -n "$stand_ins_port" ]; then
    broker=(--kilnward.mqtt.host=127.0.0.1 --kilnward.mqtt.port=$((stand_ins_port + 1)) --kilnward.mqtt.username=kilnward
      --spring.mail.host=127.0.0.1 --spring.mail.port=$((stand_ins_port + 2)) --kilnward.tell.mail-from=kiln-ward@osier-end.example
      --kilnward.tell.private-addresses=true --kilnward.tell.link="http://127.0.0.1:$port")
  fi
  local url="jdbc:mariadb://127.0.0.1:$database_door/kilnward?connectTimeout=2000&socketTimeout=20000"
  # By the framework's own name too: the version before knows no other.
  KILNWARD_DB_URL=$url SPRING_DATASOURCE_URL=$url KILNWARD_DB_USER=kilnward KILNWARD_DB_OWNER=kilnward_owner \
    KILNWARD_DB_PASSWORD=$(cat "$home/cluster-password") KILNWARD_DB_OWNER_PASSWORD=$(cat "$home/cluster-owner-password") \
    SPRING_FLYWAY_USER=kilnward_owner SPRING_FLYWAY_PASSWORD=$(cat "$home/cluster-owner-password") KILNWARD_DATA=$cluster/s$server_number \
    KILNWARD_MQTT_PASSWORD=$(cat "$home/mqtt-password" 2>/dev/null) \
    setsid "${java[@]}" "${jvm[@]}" -Xlog:disable -Xlog:all=error -jar "$jar_of" --server.port="$(server_port "$server_number")" \
    --server.forward-headers-strategy=native --kilnward.demo=$demo --kilnward.nightly-backups=false "${broker[@]}" >>"$cluster/s$server_number.log" 2>&1 </dev/null 9>&- &
  echo "$!" >"$pids/s$server_number"
  disown "$!"
}

wait_cluster_server() {
  local i
  for i in $(seq 1 960); do
    port=$(server_port "$1") healthy && return 0
    runs "s$1" || return 1
    sleep 0.25
  done
  return 1
}

start_balancer() {
  local each
  mkdir -p "$cluster"
  # A node may answer and still have lost the others: only one that is of the greater part takes questions.
  cat >"$cluster/node-check" <<'CHECK'
#!/bin/sh
[ "$(mariadb --no-defaults --connect-timeout=1 -h "$3" -P "$4" -u kilnward_check -N -B -e "show status like 'wsrep_ready'" 2>/dev/null | cut -f2)" = ON ]
CHECK
  chmod 700 "$cluster/node-check"
  {
    cat <<CFG
global
  maxconn 4000
  external-check
  insecure-fork-wanted
  stats socket $sockets/balancer.sock mode 600 level admin
defaults
  timeout connect 2s
  timeout check 2s
listen pages
  bind 127.0.0.1:$port
  mode http
  balance leastconn
  timeout client 70s
  timeout server 70s
  option forwardfor
  option redispatch 1
  retries 3
  # What only looks is asked of another server where one fell over it; what may have done something is sent again only where it never reached one.
  retry-on conn-failure empty-response
  http-request disable-l7-retry unless METH_GET
  option httpchk
  http-check send meth GET uri /actuator/health hdr Host localhost
  default-server check inter 500 fall 2 rise 2
CFG
    for each in $(seq 1 "$servers"); do echo "  server s$each 127.0.0.1:$(server_port "$each")"; done
    cat <<CFG
listen databases
  bind 127.0.0.1:$database_door
  mode tcp
  timeout client 1h
  timeout server 1h
  option external-check
  external-check path "/usr/bin:/bin"
  external-check command $cluster/node-check
  # All write to one node, the next where it is gone: writers on several nodes would only undo each other's work.
  default-server check inter 1s fall 2 rise 2 on-marked-down shutdown-sessions
CFG
    for each in $(seq 1 "$nodes"); do echo "  server n$each $(node_address "$each"):$(node_port "$each")$([ "$each" = 1 ] || echo " backup")"; done
  } >"$cluster/balancer.cfg"
  setsid haproxy -db -f "$cluster/balancer.cfg" >>"$cluster/balancer.log" 2>&1 </dev/null 9>&- &
  echo "$!" >"$pids/balancer"
  disown "$!"
}

stop_part() {
  local pid; pid=$(part_pid "$1")
  rm -f "$pids/$1"
  [ -n "$pid" ] || return 0
  kill "${2:--TERM}" "$pid" 2>/dev/null
  local i
  for i in $(seq 1 160); do kill -0 "$pid" 2>/dev/null || return 0; sleep 0.25; done
  kill -9 "$pid" 2>/dev/null
}

stop_cluster() {
  local each
  stop_pid "$home/stand-ins.pid"
  for each in s3 s2 s1 balancer n3 n2 n1; do [ ! -f "$pids/$each" ] || stop_part "$each"; done
  heal_networks
}

cluster_gone() {
  stop_cluster
  rm -f "$home/demo.pid"
  die "$@"
}

# Networks of their own for the nodes, so that one can be cut off without being stopped; wants root.
make_networks() {
  as_root true && command -v ip >/dev/null || return 1
  local node
  heal_networks
  ip link add kilnward type bridge 2>/dev/null && ip addr add 10.77.0.1/24 dev kilnward && ip link set kilnward up || return 1
  for node in 1 2 3; do
    ip netns add "kilnward$node" && ip link add "kw$node" type veth peer name inner netns "kilnward$node" && ip link set "kw$node" master kilnward up \
      && ip -n "kilnward$node" addr add "10.77.0.1$node/24" dev inner && ip -n "kilnward$node" link set inner up && ip -n "kilnward$node" link set lo up || return 1
  done
  mkdir -p "$cluster"
  touch "$cluster/networks"
}
heal_networks() {
  [ -f "$cluster/networks" ] || return 0
  local node
  for node in 1 2 3; do ip netns del "kilnward$node" 2>/dev/null; ip link del "kw$node" 2>/dev/null; done
  ip link del kilnward 2>/dev/null
  rm -f "$cluster/networks"
  return 0
}

# start_cluster: everything that is asked for by nodes, servers and cluster_demo.
start_cluster() {
  local each
  for each in "$port" "$database_door" $(seq 8501 $((8500 + nodes))) $(seq 8495 $((8494 + servers))); do
    ! busy "$each" || cluster_gone "port $each is taken"
  done
  [ -s "$home/mqtt-password" ] || (umask 077; head -c 24 /dev/urandom | base64 | tr -d '/+=' >"$home/mqtt-password")
  start_nodes
  start_balancer
  # The first brings the tables up to now, the others find them so.
  for each in $(seq 1 "$servers"); do
    start_cluster_server "$each" "${first_jar:-$app}"
    wait_cluster_server "$each" || cluster_gone "server $each did not start; see .kiln/cluster/s$each.log"
  done
}

run_cluster() {
  own_folder
  { exec 9>>"$home/lock"; } 2>/dev/null || die "cannot write to $home/lock"
  flock -n 9 || die "another ./kiln demo or cluster is running; ./kiln stop ends it"
  echo $$ >"$home/demo.pid"
  build
  need_cluster_tools
  mkdir -p "$cluster" "$pids"
  trap 'trap "" INT TERM HUP; say ""; say "Stopping ..."; stop_cluster; rm -f "$home/demo.pid" "$home/address"; exit 0' INT TERM HUP
  cluster_demo=yes
  start_cluster
  echo "http://127.0.0.1:$port" >"$home/address"
  start_stand_ins
  say "Kiln Ward is at http://127.0.0.1:$port: $servers servers on $nodes database nodes, HAProxy in front   (Ctrl-C stops it)"
  say "Servers: $(for each in $(seq 1 "$servers"); do printf 'http://127.0.0.1:%s ' "$(server_port "$each")"; done) Nodes: $(for each in $(seq 1 "$nodes"); do printf '%s ' "$(node_port "$each")"; done)"
  local falls=0
  while sleep 1; do
    for each in $(ls "$pids" 2>/dev/null); do
      runs "$each" && continue
      [ -f "$pids/$each" ] || continue
      falls=$((falls + 1))
      [ "$falls" -le 20 ] || cluster_gone "its parts keep falling; see .kiln/cluster"
      say "$each fell; starting it again while the others go on ..."
      start_part "$each"
    done
    runs_stand_ins || start_stand_ins
  done
}
runs_stand_ins() { [ -z "$stand_ins_port" ] || alive "$home/stand-ins.pid"; }

# start_part n2 | s1 | balancer: what fell joins what runs; where nothing runs any more, node 1 begins anew.
start_part() {
  case $1 in
    n*)
      local node=${1#n} each first=first
      for each in $(seq 1 "$nodes"); do [ "$each" = "$node" ] || ! node_ready "$each" || first=; done
      start_node "$node" $first ;;
    s*) start_cluster_server "${1#s}" "${2:-$app}" ;;
    balancer) start_balancer ;;
  esac
}

# --- while it is measured -------------------------------------------------------------------------------------------------

start_broker() {
  mkdir -p "$cluster/broker"
  # On this machine only, and for the time of a measurement: in earnest devices have passwords (docs/devices.md).
  printf 'listener %s 127.0.0.1\nallow_anonymous true\npersistence true\npersistence_location %s/\nautosave_interval 1\nautosave_on_changes true\nmax_queued_messages 100000\nuser %s\n' \
    "$((stand_ins_port + 1))" "$cluster/broker" "$(id -un)" >"$cluster/broker.conf"
  setsid "$(command -v mosquitto || echo /usr/sbin/mosquitto)" -c "$cluster/broker.conf" >>"$cluster/broker.log" 2>&1 </dev/null 9>&- &
  echo "$!" >"$pids/broker"
  disown "$!"
}

# part DEED [PART]: what is done to a cluster that is being measured.
part() {
  local each
  # shellcheck disable=SC1091
  . "$cluster/shape"
  case $1 in
    kill) stop_part "$2" -KILL ;;
    stop) stop_part "$2" ;;
    start) if [ "$2" = broker ]; then start_broker; else start_part "$2"; fi ;;
    cut) ip link set "kw${2#n}" down ;;
    heal) ip link set "kw${2#n}" up ;;
    ready) for each in $(seq 1 "$nodes"); do node_ready "$each" || return 1; done ;;
    *) die "no such deed: $1" ;;
  esac
}

# With fresh records each: what is measured is the shape and not what stood there before.
begin_measured() {
  nodes=$1 servers=$2
  rm -rf "$cluster"/n[123] "$cluster"/tmp[123] "$cluster/broker" "$sockets"
  mkdir -p "$cluster" "$pids"
  printf 'nodes=%s servers=%s cluster_demo=yes\n' "$nodes" "$servers" >"$cluster/shape"
  start_broker
  start_cluster
}

measure() { java -Xmx400m -cp "benchmarks/target/kilnward-benchmarks-0.1.0.jar:benchmarks/target/lib/*" kilnward.benchmarks.cluster.ClusterSoak "$1" "$home/cluster-owner-password" "${@:2}"; }

# The version before: what stood when the tables were changed last.
build_previous() {
  local commit
  commit=$(git log -1 --format=%h --diff-filter=A -- server/src/main/resources/db/migration 2>/dev/null)^ && commit=$(git rev-parse --short "$commit" 2>/dev/null) || return 1
  previous=$home/previous/$commit/server/target/kilnward-server-0.1.0-app.jar
  [ ! -f "$previous" ] || return 0
  say "Building the version before ($commit) ..."
  rm -rf "$home/previous"
  mkdir -p "$home/previous/$commit"
  git archive "$commit" | tar -x -C "$home/previous/$commit" || return 1
  (cd "$home/previous/$commit" && mvn -B -q -DskipTests -pl server -am package) >"$home/previous/build.log" 2>&1
}

soak_cluster() {
  own_folder
  { exec 9>>"$home/lock"; } 2>/dev/null || die "cannot write to $home/lock"
  flock -n 9 || die "a demo or cluster is running; ./kiln stop ends it"
  build
  need_cluster_tools
  need_package mosquitto mosquitto
  mvn -B -q -DskipTests -pl benchmarks -am package >"$home/build.log" 2>&1 || die "the build failed; see .kiln/build.log"
  mkdir -p "$cluster" "$pids"
  trap 'stop_measured; exit 1' INT TERM HUP
  stop_measured
  cluster_demo=yes
  local shape rows=$cluster/rates.md faults=$cluster/faults.md old=
  if [ "${1:-}" != --faults ]; then
    printf '| servers, database nodes | readings a second | pages meanwhile, 95th percentile | acknowledged and lost |\n|---|---|---|---|\n' >"$rows"
    for shape in "1 1" "2 1" "1 3" "2 3"; do
      begin_measured "${shape#* }" "${shape% *}"
      measure rate "${shape% *}, ${shape#* }" | tee -a "$rows"
      [ "$shape" != "2 3" ] || { printf '| | |\n|---|---|\n'; measure equal; } | tee "$cluster/equal.md"
      stop_measured
    done
    kept docs/scale.md rates "$rows"
    kept docs/scale.md equal "$cluster/equal.md"
  fi
  build_previous && old=upgrade || say "The version before could not be built: no rolling upgrade is measured."
  make_networks || { say "No networks of their own can be made here (that wants root): no split is measured."; heal_networks; old="$old nosplit"; }
  [ -z "${old%nosplit}" ] || first_jar=$previous
  begin_measured 3 2
  first_jar=
  printf '| what was done | readings acknowledged meanwhile | longest without an answer | pages, 95th percentile | pages that did not come | all parts well again after |\n|---|---|---|---|---|---|\n' >"$faults"
  measure faults $old | tee -a "$faults"
  local held=${PIPESTATUS[0]}
  stop_measured
  [ "$held" = 0 ] || die "it did not hold; see .kiln/cluster"
  kept docs/scale.md faults "$faults"
}
stop_measured() { [ ! -f "$pids/broker" ] || stop_part broker; stop_cluster; }
