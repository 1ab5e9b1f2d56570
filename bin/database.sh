# shellcheck shell=bash
# The private PostgreSQL cluster in the data folder: on loopback, known by its own process, started and stopped without a shell in between.

pg_bin() { # the programs of the cluster's own version where there is one, else of the newest
  local d version=""
  version="`cat "$WARTUNG_HOME/pg/data/PG_VERSION" 2>/dev/null || true`"
  if [ -n "$version" ] && [ -x "/usr/lib/postgresql/$version/bin/initdb" ]; then
    echo "/usr/lib/postgresql/$version/bin"
    return 0
  fi
  for d in `printf '%s\n' /usr/lib/postgresql/*/bin | sort -Vr`; do
    if [ -x "$d/initdb" ]; then echo "$d"; return 0; fi
  done
  return 1
}
as_pg() { if [ "`id -u`" = 0 ]; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi; }
pg_socket() { # a socket's path has 107 bytes at most, and stands in lists that know no quotes
  local s
  s="$WARTUNG_HOME/pg/socket"
  if [ ${#s} -lt 80 ] && [[ "$s" != *[!A-Za-z0-9/._-]* ]]; then echo "$s"; else echo "/tmp/wartung-pg-`printf '%s' "$WARTUNG_HOME" | cksum | cut -d' ' -f1`"; fi
}
pg_complete() { [ -e "$WARTUNG_HOME/pg/complete" ]; }
listens() { # somebody answers there; looked at without a process of its own
  local fd
  { exec {fd}<>"/dev/tcp/127.0.0.1/$1"; } 2>/dev/null || return 1
  exec {fd}>&-
}
port_taken() { # somebody answers there, or has it as the near end of a connection of their own
  listens "$1" && return 0
  # open, opening, ended by the other side alone, or listened to; a server may open what is only being ended
  grep -qE "^ *[0-9]+: [0-9A-F]+:`printf %04X "$1"` [0-9A-F]+:[0-9A-F]+ 0[128A]" /proc/net/tcp /proc/net/tcp6 2>/dev/null
}
free_port() { local p; for ((p = $1; p <= $1 + 200; p++)); do port_taken "$p" || { echo "$p"; return 0; }; done; fail "no free port from $1 on"; }
pg_port() { cat "$WARTUNG_HOME/pg/port" 2>/dev/null; }
pg_is_ours() { # $1: a process number: a database server whose data folder is ours, whatever number a file names
  local exe args i
  case "$1" in ''|*[!0-9]*) return 1 ;; esac
  exe="`readlink "/proc/$1/exe" 2>/dev/null`" || return 1
  [[ "${exe% (deleted)}" == */postgres ]] || return 1
  # a process may end between the two lines: what cannot be opened any more is told nobody, so that comes first
  mapfile -d '' -t args 2>/dev/null <"/proc/$1/cmdline" || return 1
  for ((i = 0; i + 1 < ${#args[@]}; i++)); do
    if [ "${args[i]}" = -D ] && [ "${args[i + 1]}" = "$WARTUNG_HOME/pg/data" ]; then return 0; fi
  done
  return 1
}
pg_pid() {
  local pid
  pid="`head -n 1 "$WARTUNG_HOME/pg/data/postmaster.pid" 2>/dev/null`" || return 1
  pg_is_ours "$pid" && echo "$pid"
}
pg_running() { pg_pid >/dev/null; }
pg_psql() {
  as_pg env PGOPTIONS='-c client_min_messages=warning' "`pg_bin`/psql" -X -q -v ON_ERROR_STOP=1 -h "`pg_socket`" -p "`pg_port`" -U postgres "$@"
}

pg_start() { # extra server settings as arguments, a line each
  make_home
  local data socket owner
  data="$WARTUNG_HOME/pg/data" socket="`pg_socket`"
  owner="`stat -c %U -- "$socket" 2>/dev/null || echo "$pg_owner"`"
  [ "$owner" = "$pg_owner" ] || [ "$owner" = "`id -un`" ] || fail "$socket belongs to $owner; it must be $pg_owner's."
  install -d -m 700 -o "$pg_owner" "$socket" || fail "cannot make $socket."
  install -d -m 755 -o "$pg_owner" "$WARTUNG_HOME/pg/log" || fail "cannot write in $WARTUNG_HOME/pg."
  as_pg test -x "$WARTUNG_HOME/pg" || fail "user $pg_owner cannot reach $WARTUNG_HOME/pg. Set WARTUNG_HOME to a folder whose parents it may enter."
  pg_complete || pg_make "$@"
  [ -s "$WARTUNG_HOME/run/db-password" ] && as_pg test -s "$data/PG_VERSION" \
    || fail "the data folder $WARTUNG_HOME is damaged (no database or no password in it). Restore it, or run ./wartung reset."
  pg_same_version
  pg_running || pg_launch
  local password owner_of_tables
  password="`cat "$WARTUNG_HOME/run/db-password"`"
  owner_of_tables="`pg_settings "$password"`" || fail "the database does not take its settings: `tail -1 "$WARTUNG_HOME/pg/log/postgres.log"`"
  # of an earlier version, when the application owned the tables
  if [ "$owner_of_tables" = wartung ]; then
    pg_psql -d wartung -c 'reassign owned by wartung to wartung_owner' || fail "the tables could not be given to their owner."
  fi
  SPRING_DATASOURCE_URL="jdbc:postgresql://127.0.0.1:`pg_port`/wartung"
  export SPRING_DATASOURCE_URL SPRING_DATASOURCE_USERNAME=wartung SPRING_DATASOURCE_PASSWORD="$password"
}
pg_settings() { # $1: the application's password; prints who owns its database
  pg_psql -d postgres -At -v p="$1" <<'Q'
SELECT 'CREATE ROLE wartung LOGIN' WHERE NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'wartung') \gexec
SELECT 'CREATE ROLE wartung_owner' WHERE NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'wartung_owner') \gexec
SELECT format('ALTER ROLE wartung PASSWORD %L', :'p') \gexec
SELECT 'CREATE DATABASE wartung OWNER wartung_owner' WHERE NOT EXISTS (SELECT FROM pg_database WHERE datname = 'wartung') \gexec
SELECT pg_get_userbyid(datdba) FROM pg_database WHERE datname = 'wartung';
Q
}
as_owner() { # $1: a command: with owner_login and owner_password of a role that acts as the tables' owner, and is there only while it runs
  local rc=0 left owner_login="wartung_owner_$BASHPID" owner_password
  # of commands that were killed
  for left in `pg_psql -d postgres -At -c "select rolname from pg_roles where rolname ~ '^wartung_owner_[0-9]+$'"`; do
    alive "${left##*_}" || pg_psql -d postgres -c "drop role $left"
  done
  owner_password="`random_password`"
  acts_as_owner "$owner_login" "$owner_password"
  "$@" || rc=$?
  pg_psql -d postgres -c "drop role $owner_login"
  return "$rc"
}
random_password() { head -c 24 /dev/urandom | base64 | tr -d '/+='; }
acts_as_owner() { # $1: a role to make, $2: its password, which is written nowhere: whoever logs in with it is the owner
  pg_psql -d postgres -v r="$1" -v p="$2" <<'Q'
SELECT format('CREATE ROLE %I LOGIN PASSWORD %L IN ROLE wartung_owner', :'r', :'p') \gexec
SELECT format('ALTER ROLE %I SET role = wartung_owner', :'r') \gexec
Q
}
pg_make() { # a new cluster; a start that was broken off leaves a half-made one, never a complete one: begin again
  local data
  data="$WARTUNG_HOME/pg/data"
  if as_pg test -e "$data" 2>/dev/null; then
    [ ! -e "$WARTUNG_HOME/pg/port" ] || fail "the data folder $WARTUNG_HOME is half-made: its cluster was never completed. Run ./wartung reset."
    rm -rf -- "$data"
  fi
  install -d -m 700 -o "$pg_owner" "$data"
  as_pg "`pg_bin`/initdb" -D "$data" -U postgres -E UTF8 --locale=C.UTF-8 --auth-local=peer --auth-host=scram-sha-256 >"$WARTUNG_HOME/pg/initdb.log" 2>&1 \
    || { tail -5 "$WARTUNG_HOME/pg/initdb.log" >&2; rm -rf -- "$data"; fail "PostgreSQL could not make its data folder."; }
  { as_pg tee "$data/pg_ident.conf" >/dev/null <<<"own $pg_owner postgres" \
    && printf 'local all postgres peer map=own\nhost all all 127.0.0.1/32 scram-sha-256\n' | as_pg tee "$data/pg_hba.conf" >/dev/null \
    && printf '%s\n' "listen_addresses = '127.0.0.1'" "unix_socket_permissions = 0700" "timezone = 'UTC'" "$@" | as_pg tee -a "$data/postgresql.conf" >/dev/null \
    && (umask 077; random_password >"$WARTUNG_HOME/run/db-password") \
    && touch "$WARTUNG_HOME/pg/complete"; } || { rm -rf -- "$data"; fail "could not write the database's settings in $WARTUNG_HOME/pg. Is there room on the disk?"; }
}
pg_same_version() {
  local made here_is
  made="`as_pg cat "$WARTUNG_HOME/pg/data/PG_VERSION"`"
  here_is="`pg_bin`"
  [ "$here_is" = "/usr/lib/postgresql/$made/bin" ] && return 0
  here_is="${here_is%/bin}"
  fail "the data in $WARTUNG_HOME were made by PostgreSQL $made; here is ${here_is##*/}. Nothing was changed. Either install postgresql-$made, or bring the data over: docs/deployment.md, “Another PostgreSQL”."
}
pg_launch() {
  local port try from=25432 # below the ports the system gives to connections going out
  # a server that was killed, or whose machine was switched off, leaves files behind that name a process; by now that is nobody's, or somebody else's
  rm -f -- "$WARTUNG_HOME/pg/data/postmaster.pid" "`pg_socket`"/.s.PGSQL.*
  port="`pg_port`" || true
  keep_log "$WARTUNG_HOME/pg/log/postgres.log"
  begun_pg=yes
  for try in 1 2 3 4 5; do
    if [ -z "$port" ] || port_taken "$port"; then
      port="`free_port "$from"`"
      echo "$port" >"$WARTUNG_HOME/pg/port"
    fi
    if pg_launch_at "$port"; then return 0; fi
    # free when looked at, taken by the time it was to be opened: somebody else began at the same moment
    tail -6 "$WARTUNG_HOME/pg/log/postgres.log" | grep -q 'could not create any TCP/IP sockets' || break
    from=$((port + 1)) port=""
    sleep "0.$try"
  done
  tail -5 "$WARTUNG_HOME/pg/log/postgres.log" >&2
  fail "PostgreSQL did not start; its log is $WARTUNG_HOME/pg/log/postgres.log"
}
pg_launch_at() { # $1: a port
  local i as=()
  if [ "`id -u`" = 0 ]; then as=(runuser -u postgres --); fi
  (
    exec 9>&-
    cd /
    exec setsid ${as[@]+"${as[@]}"} "`pg_bin`/postgres" -D "$WARTUNG_HOME/pg/data" -p "$1" -k "`pg_socket`" >>"$WARTUNG_HOME/pg/log/postgres.log" 2>&1 </dev/null
  ) &
  pg_child=$!
  for ((i = 0; i < 3000; i++)); do
    if pg_running && "`pg_bin`/pg_isready" -q -h "`pg_socket`" -p "$1"; then return 0; fi
    is_child "$pg_child" || return 1
    sleep 0.02
  done
  return 1
}
pg_stop() { # ends the server, writes finished and transactions under way given up; also one that has just begun, and has named itself nowhere yet
  local i pid group="" socket
  for ((i = 0; i < 1200; i++)); do
    if is_child "$pg_child"; then
      group="$pg_child"
    elif pid="`pg_pid`"; then
      group="`group_of "$pid"`" || true
    fi
    [ -n "$group" ] || break
    is_child "$group" || started_with "$group" "$WARTUNG_HOME/pg/data" || pg_running || { group="" && break; }
    # as a group: root's is begun through another program, which shall be gone, too. Said again and again, for it may not listen yet
    kill -INT -- "-$group" 2>/dev/null || true
    sleep 0.05
  done
  if [ -n "$group" ]; then fail "PostgreSQL (process group $group) does not end."; fi
  begun_pg=no
  socket="`pg_socket`"
  if [[ "$socket" == /tmp/* ]]; then rm -rf -- "$socket"; fi
}
