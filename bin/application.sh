# shellcheck shell=bash
# Building the application, and running it.

app="$here/web/target/app"
# as the benchmark and the outage test start it, too (web: Instance.MACHINE)
machine=(-XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xms140m -Xmn48m -Xmx240m -Xss512k -XX:MetaspaceSize=160m -Xshare:auto -Dspring.aot.enabled=true)

# ------------------------------------------------------------------------------------------------ building
sources_stamp() { (cd "$here" && find pom.xml core bench scheduling web docs/schemas -type f -not -path '*/target/*' -not -path '*/src/test/*' -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1); }
built=no # seen to be of these sources, once for a command
build() {
  local stamp
  [ "$built" = no ] || return 0
  stamp="`sources_stamp`"
  if [ "`cat "$app/.stamp" 2>/dev/null || true`" = "$stamp" ]; then built=yes; return 0; fi
  say "Building (about two minutes; the first time the libraries are fetched, too) ..."
  mkdir -p "$here/web/target"
  attended package || { grep -E '^\[(ERROR|FATAL)' "$here/web/target/build.log" | sed -n 1,20p >&2; fail "the build failed; all it said is in web/target/build.log"; }
  rm -rf -- "$app.part"
  (cd "$here/web/target" && java -Djarmode=tools -jar wartung.jar extract --destination app.part >/dev/null) || fail "the built application could not be unpacked in web/target."
  cp "$here"/bench/target/bench-*.jar "$app.part/bench.jar"
  # what ./wartung qualify holds the installed files against
  (cd "$app.part" && find . -name '*.jar' -printf '%P\n' | LC_ALL=C sort | xargs -d '\n' sha256sum >SHA256SUMS) || fail "what was built could not be written down in web/target."
  echo "$stamp" >"$app.part/.stamp"
  rm -rf -- "$app"
  mv -- "$app.part" "$app"
  built=yes
  attended make_archive || say "  Without the archive of classes (web/target/archive.log says why): it starts a little slower."
}
package() { # only what the application is made of: what tests need is fetched by ./wartung test
  (cd "$here" && mvn -B -Dstyle.color=never -Dwartung.app package 2>&1) | tee "$here/web/target/build.log" | awk '
    / Downloaded from / { if (++fetched % 40 == 0) { print "  " fetched " files fetched"; fflush() } }
    /\[INFO\] Building .* \[[0-9]+\/[0-9]+\]/ { sub(/.*Building /, ""); print "  " $0; fflush() }'
}
make_archive() { # of the classes it loads as it starts; made by starting it once on an empty database that is thrown away
  local log="$here/web/target/archive.log" part="$app/classes.part" pid port i
  unlock
  say "  archive of classes"
  begun_app=no begun_bench=no begun_pg=no child=""
  throwaway_home
  watch_signals
  pg_start "fsync = off" "synchronous_commit = off" "full_page_writes = off"
  port="`free_port 18080`"
  mkdir -p "$WARTUNG_HOME/run"
  migrate wartung || return 1
  (cd "$WARTUNG_HOME" && SERVER_PORT="$port" WARTUNG_DEMO=false exec java "-Dwartung.home=$WARTUNG_HOME" "-XX:ArchiveClassesAtExit=$part" "${machine[@]}" -jar "$app/wartung.jar" >"$log" 2>&1 </dev/null) &
  pid=$!
  for ((i = 0; i < 1200; i++)); do
    if curl -fs -m 2 "http://127.0.0.1:$port/actuator/health" 2>/dev/null | grep -q '"UP"'; then break; fi
    alive "$pid" || return 1
    sleep 0.1
  done
  curl -fs -m 5 -o /dev/null "http://127.0.0.1:$port/login" || true
  kill "$pid"
  wait "$pid" || true
  [ -s "$part" ] || return 1
  cksum <"$part" >"$app/classes.cksum"
  mv -- "$part" "$app/classes.jsa"
}
archive_is_whole() { # one that was cut short crashes the machine that maps it
  [ -e "$app/classes.jsa" ] || return 1
  # a sum that finds what was cut or damaged, and takes a thirtieth of the time of a hash that also stands up to malice
  [ "`cksum <"$app/classes.jsa"`" = "`cat "$app/classes.cksum" 2>/dev/null`" ] && return 0
  say "The archive of classes is damaged; it is left out, and made again by the next build."
  drop_archive
  return 1
}
drop_archive() { rm -f -- "$app/classes.jsa" "$app/classes.cksum"; }

# ------------------------------------------------------------------------------------------------ the stand-in bench
bench_pid() { pid_in "$WARTUNG_HOME/run/bench-pid" "-Dwartung.bench=$WARTUNG_HOME"; }
start_bench() { # a stand-in for a workshop's test bench, speaking Modbus TCP on loopback; sets bench_port
  bench_port="`cat "$WARTUNG_HOME/run/bench-port" 2>/dev/null || true`"
  if bench_pid >/dev/null; then return 0; fi
  { [ -n "$bench_port" ] && ! port_taken "$bench_port"; } || bench_port="`free_port 5020`"
  echo "$bench_port" >"$WARTUNG_HOME/run/bench-port"
  keep_log "$WARTUNG_HOME/run/bench.log"
  begun_bench=yes
  (exec 9>&-; cd "$WARTUNG_HOME" && exec setsid ${as_app[@]+"${as_app[@]}"} java "-Dwartung.bench=$WARTUNG_HOME" -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xmx64m \
      -cp "$program/bench.jar:$program/lib/*" dev.wartung.bench.TestBench "$bench_port" 1 >"$WARTUNG_HOME/run/bench.log" 2>&1 </dev/null) &
  bench_child=$!
  echo "$bench_child" >"$WARTUNG_HOME/run/bench-pid"
}
stop_bench() {
  local pid
  if is_child "$bench_child"; then pid="$bench_child"; else pid="`bench_pid`" || true; fi
  if [ -n "$pid" ]; then end_process "$pid" "-Dwartung.bench=$WARTUNG_HOME" 30; fi
  rm -f -- "$WARTUNG_HOME/run/bench-pid"
  begun_bench=no
}

# ------------------------------------------------------------------------------------------------ whose processes they are
# Root starts and stops; what listens and reads what others send runs as a user of its own, who owns nothing but the anchors and the key they are signed with.
readonly app_user=wartung
as_app=() program="$app"
be_somebody() { # sets as_app, what a program is started with, and program, where its user can read the application
  local trust
  as_app=() program="$app" trust="`trust_port`"
  [ "`id -u`" = 0 ] || return 0
  getent passwd "$app_user" >/dev/null || useradd --system --user-group --home-dir /nonexistent --no-create-home --shell /usr/sbin/nologin "$app_user" \
    || fail "there is no user “$app_user” to run as, and none could be made."
  as_app=(setpriv "--reuid=$app_user" "--regid=$app_user" --init-groups --)
  "${as_app[@]}" test -x "$WARTUNG_HOME" || fail "user $app_user cannot reach $WARTUNG_HOME. Set WARTUNG_HOME to a folder whose parents it may enter."
  give_to_app
  if ! "${as_app[@]}" test -r "$app/wartung.jar"; then
    # checked out where only root may look, in its home for instance
    program="$WARTUNG_HOME/program"
    if [ "`cat "$program/.stamp" 2>/dev/null`" != "`cat "$app/.stamp"`" ]; then
      rm -rf -- "$program"
      cp -r --no-preserve=mode -- "$app" "$program" || fail "the application could not be put where user $app_user can read it."
    fi
  fi
  # a port that only root may open, opened by somebody else
  if [ "$PORT" -lt "`lowest_port`" ] || { tls_wanted && [ "$trust" -gt 0 ] && [ "$trust" -lt "`lowest_port`" ]; }; then
    as_app=(setpriv "--reuid=$app_user" "--regid=$app_user" --init-groups "--inh-caps=-all,+net_bind_service" "--ambient-caps=-all,+net_bind_service" --)
  fi
}
give_to_app() { # what the application writes and signs with, whoever wrote to it last
  [ "`id -u`" = 0 ] && getent passwd "$app_user" >/dev/null || return 0
  local folder
  folder="`anchors`"
  if [ "$folder" = "$WARTUNG_HOME/anchors" ] || [ ! -e "$folder" ]; then
    install -d -o "$app_user" -g "$app_user" "$folder"
    chown -R "$app_user:" "$folder"
  elif ! setpriv "--reuid=$app_user" "--regid=$app_user" --init-groups -- test -w "$folder"; then
    fail "user $app_user cannot write in $folder, where WARTUNG_ANCHORS says. Give it to that user: chown -R $app_user: $folder"
  fi
  if [ -e "$WARTUNG_HOME/tls/server.key" ]; then chown "$app_user:" "$WARTUNG_HOME/tls/server.key"; fi
  if [ -e "$WARTUNG_HOME/run/anchor-key" ]; then chown "$app_user:" "$WARTUNG_HOME/run/anchor-key" "$WARTUNG_HOME/run/anchor-key.pub"; fi
}
lowest_port() { cat /proc/sys/net/ipv4/ip_unprivileged_port_start 2>/dev/null || echo 1024; }

# ------------------------------------------------------------------------------------------------ running it
check_port() { # $1: the setting, $2: what it is
  case "$2" in ''|*[!0-9]*) fail "$1 must be a number, not “$2”." ;; esac
  [ ${#2} -le 5 ] && [ "$2" -ge 1 ] && [ "$2" -le 65535 ] || fail "$1 must be from 1 to 65535, not $2."
  [ "`id -u`" = 0 ] || [ "$2" -ge "`lowest_port`" ] || fail "port $2 may only be opened by root. Choose one from `lowest_port` on: $1=`lowest_port` ./wartung ..."
  ! port_taken "$2" || fail "port $2 is in use by something else. Choose another: $1=$(($2 + 1)) ./wartung ..."
}
check_ports() {
  check_port PORT "$PORT"
  if tls_wanted && [ "`trust_port`" -gt 0 ]; then
    [ "`trust_port`" != "$PORT" ] || fail "PORT and WARTUNG_TRUST_PORT are both $PORT; one is with TLS, one without. WARTUNG_TRUST_PORT=0: none without."
    check_port WARTUNG_TRUST_PORT "`trust_port`"
  fi
}
app_pid() { pid_in "$WARTUNG_HOME/run/pid" "-Dwartung.home=$WARTUNG_HOME"; }
address() { echo "`cat "$WARTUNG_HOME/run/scheme" 2>/dev/null || echo http`://127.0.0.1:`cat "$WARTUNG_HOME/run/port" 2>/dev/null || echo "$PORT"`"; }
# its own certificate need not name this machine's loopback
is_up() { curl -fsk -m 2 "`address`/actuator/health" 2>/dev/null | grep -q '"UP"'; }
is_with_tls() { [ "`cat "$WARTUNG_HOME/run/scheme" 2>/dev/null`" = https ]; }
told_address() { cat "$WARTUNG_HOME/run/address" 2>/dev/null || address; }
note_address() { # for commands that come later, which may not know what was set
  echo "$PORT" >"$WARTUNG_HOME/run/port"
  if ! tls_wanted; then
    echo http >"$WARTUNG_HOME/run/scheme"
    rm -f -- "$WARTUNG_HOME/run/address"
    return
  fi
  echo https >"$WARTUNG_HOME/run/scheme"
  echo "https://`told_name`:$PORT" >"$WARTUNG_HOME/run/address"
}
told_trust() { # how a phone comes to trust the CA
  local trust
  if ! tls_wanted || [ -z "$tls_ca" ]; then return 0; fi
  trust="`trust_port`"
  if [ "$trust" -gt 0 ]; then say "A phone learns to trust it at http://`told_name`:$trust/trust"; else say "A phone learns to trust it at `told_address`/trust"; fi
  say "The CA's fingerprint (SHA-256), to be compared there: `tls_fingerprint "$tls_ca"`"
}

serve() { # $1: true with the demo; $2: --detach or nothing
  local demo="$1" bench_port=""
  case "${2:-}" in ''|--detach) ;; *) fail "unknown option $2. There is --detach." ;; esac
  [ $# -le 2 ] || fail "unknown option $3. There is --detach."
  tls_check
  app_pid >/dev/null || check_ports
  make_home
  lock
  if app_pid >/dev/null; then heal "$demo"; return 0; fi
  need_tools
  build
  pg_start
  up_to_date
  tls_ready
  be_somebody
  if [ "$demo" = true ]; then start_bench; fi
  note_address
  start_app "$demo" "$bench_port" || fail "Wartung did not start; its log is $WARTUNG_HOME/run/wartung.log"
  say "Wartung is at `told_address`"
  told_trust
  if [ "$demo" = true ]; then told_accounts; fi
  if [ "${2:-}" = --detach ]; then hand_over; return 0; fi
  begun_app=yes begun_bench=yes begun_pg=yes
  unlock
  say "Ctrl-C stops it."
  while app_pid >/dev/null; do sleep 0.3; done
  fail "Wartung has ended; its log is $WARTUNG_HOME/run/wartung.log"
}
heal() { # $1: with the demo. What runs goes on; what is missing beside it is started
  local before bench_port=""
  if tls_wanted && ! is_with_tls; then fail "Wartung is running without TLS. ./wartung stop it first."; fi
  tls_ready
  if [ -e "$app/.stamp" ]; then be_somebody; fi
  before="`pg_port`"
  if ! pg_running; then
    say "Wartung runs, but its database does not: starting it."
    pg_start
  fi
  if [ "$1" = true ]; then start_bench; fi
  if [ "`pg_port`" != "$before" ]; then
    tls_wanted || ! is_with_tls || fail "the database's port was taken by something else meanwhile, so Wartung is to be started again to tell it the new one. Say WARTUNG_TLS, or WARTUNG_CERTIFICATE and WARTUNG_KEY, as before."
    say "The database's port was taken by something else meanwhile; starting Wartung again to tell it the new one."
    stop_app
    PORT="`cat "$WARTUNG_HOME/run/port"`"
    start_app "$1" "$bench_port" || fail "Wartung did not start; its log is $WARTUNG_HOME/run/wartung.log"
  fi
  await_up "`app_pid`" || fail "Wartung is running but does not answer; its log is $WARTUNG_HOME/run/wartung.log. ./wartung stop ends it."
  hand_over
  say "Wartung is running already: `told_address`"
  told_trust
}
start_app() { # $1: with the demo, $2: where the stand-in bench is; tried again without the archive of classes if it ended with it
  local archive=() pid log="$WARTUNG_HOME/run/wartung.log" tls=()
  if tls_wanted; then
    tls=(SERVER_ADDRESS=0.0.0.0 SERVER_SSL_BUNDLE=wartung SERVER_HTTP2_ENABLED=true "SPRING_SSL_BUNDLE_PEM_WARTUNG_KEYSTORE_CERTIFICATE=$WARTUNG_HOME/tls/server.pem"
      "SPRING_SSL_BUNDLE_PEM_WARTUNG_KEYSTORE_PRIVATEKEY=$WARTUNG_HOME/tls/server.key" SPRING_SSL_BUNDLE_PEM_WARTUNG_RELOADONUPDATE=true
      "WARTUNG_TLS_CERTIFICATE=$WARTUNG_HOME/tls/server.pem" "WARTUNG_TLS_CA=$tls_ca" "WARTUNG_TLS_TRUSTPORT=`trust_port`" "WARTUNG_TLS_HSTSDAYS=${WARTUNG_HSTS:-0}")
  fi
  # made where the application was built, and of no use elsewhere
  if [ "$program" = "$app" ] && archive_is_whole; then archive=("-XX:SharedArchiveFile=$app/classes.jsa"); fi
  keep_log "$log"
  begun_app=yes
  (exec 9>&-; cd "$WARTUNG_HOME" && SERVER_PORT="$PORT" WARTUNG_DEMO="$1" WARTUNG_ANCHORS_FOLDER="`anchors`" WARTUNG_ANCHORS_KEY="$WARTUNG_HOME/run/anchor-key" WARTUNG_STANDINPORT="${2:-0}" MALLOC_ARENA_MAX=2 exec ${tls[@]+env "${tls[@]}"} setsid ${as_app[@]+"${as_app[@]}"} java "-Dwartung.home=$WARTUNG_HOME" ${archive[@]+"${archive[@]}"} "${machine[@]}" \
      -jar "$program/wartung.jar" >"$log" 2>&1 </dev/null) &
  app_child=$!
  pid="$app_child"
  echo "$pid" >"$WARTUNG_HOME/run/pid"
  if await_up "$pid"; then return 0; fi
  tail -15 "$log" >&2
  if alive "$pid"; then return 1; fi
  local rc=0
  wait "$pid" || rc=$?
  # ended by itself in the virtual machine, not in the application: by a signal, or before a word was said
  if [ ${#archive[@]} -gt 0 ] && { [ "$rc" -gt 128 ] || [ ! -s "$log" ]; }; then
    say "It ended as it started; trying once more without the archive of classes."
    drop_archive
    start_app "$1" "${2:-0}"
    return
  fi
  return 1
}
await_up() { # $1: the process. As long as it lives and goes on saying something; what it says of the demo is passed on
  local log="$WARTUNG_HOME/run/wartung.log" told=0 size=-1 quiet=0 now line news looks=0 port
  port="`cat "$WARTUNG_HOME/run/port" 2>/dev/null || echo "$PORT"`"
  while alive "$1"; do
    # asked where somebody listens, and each second whatever is seen of that: asking takes of the time of who starts
    if { listens "$port" || [ $((looks % 10)) = 9 ]; } && is_up; then return 0; fi
    if [ $((looks % 10)) = 0 ]; then
      news="`grep -aE 'Demo(Site|History) *: ' "$log" 2>/dev/null | tail -n +$((told + 1)) || true`"
      if [ -n "$news" ]; then
        while IFS= read -r line; do say "  ${line##*: }"; told=$((told + 1)); done <<<"$news"
      fi
      now="`stat -c %s -- "$log" 2>/dev/null || echo 0`"
      if [ "$now" = "$size" ]; then quiet=$((quiet + 1)); else quiet=0 size="$now"; fi
      # some ten minutes without a word: a large site of an earlier version may take some to be brought up to date
      if [ "$quiet" -ge 600 ]; then say "It has not answered and not said anything for ten minutes."; return 1; fi
    fi
    looks=$((looks + 1))
    sleep 0.1
  done
  return 1
}
told_accounts() {
  if [ "`pg_psql -d wartung -At -c 'select count(*) from demo_site' 2>/dev/null || echo 0`" != 0 ]; then
    cat "$here/docs/demo-accounts.txt"
    if tls_wanted; then say "Whoever reaches this machine can log in with them: they are in the documents. The data are made up."; fi
  else
    say "The data in $WARTUNG_HOME are not the demo's; nothing was loaded. For the demo choose another folder: WARTUNG_HOME=... ./wartung demo"
  fi
}
stop_app() {
  local pid
  if is_child "$app_child"; then pid="$app_child"; else pid="`app_pid`" || true; fi
  if [ -n "$pid" ]; then end_process "$pid" "-Dwartung.home=$WARTUNG_HOME" 200; fi
  rm -f -- "$WARTUNG_HOME/run/pid"
  begun_app=no
}
stop_all() { # the application first: it finishes what it was asked
  stop_app
  stop_bench
  pg_stop
}
stop() {
  local was=no
  end_other
  if app_pid >/dev/null; then was=yes; say "Stopping Wartung."; elif pg_running || bench_pid >/dev/null; then was=yes; say "Wartung itself is not running; ending what is left of it."; fi
  stop_all
  if [ "$was" = no ]; then say "Wartung is not running."; fi
}
status() {
  local application=no database=no
  if app_pid >/dev/null; then application=yes; fi
  if pg_running; then database=yes; fi
  case "$application $database" in
    "yes yes")
      if is_up; then say "running: `told_address` (data in $WARTUNG_HOME)"; return 0; fi
      say "starting, or not answering: `told_address` (data in $WARTUNG_HOME)" ;;
    "yes no") say "running without its database: `told_address` answers that it cannot. ./wartung start brings it back (data in $WARTUNG_HOME)" ;;
    "no yes") say "only the database runs; the application does not. ./wartung start begins it, ./wartung stop ends both (data in $WARTUNG_HOME)" ;;
    *) if bench_pid >/dev/null; then say "stopped, but for the stand-in bench. ./wartung stop ends it (data in $WARTUNG_HOME)"; else say "stopped (data in $WARTUNG_HOME)"; fi ;;
  esac
  return 3
}
