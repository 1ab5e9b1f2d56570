# shellcheck shell=bash
# What is done with the data: saved, put back, checked, looked into, deleted; and who may administer them.

with_database() { # runs a command with the database up; stops it again if it was down
  need_tools
  pg_complete || [ "$1" = restore_from ] || fail "there are no data in $WARTUNG_HOME."
  make_home
  if ! pg_running; then lock; fi
  pg_start
  "$@"
}
run_command() { # $1: the class, $2: the database, then its arguments; WARTUNG_CLASSPATH: a build that is there already
  local class="$1" database="$2" classes="${WARTUNG_CLASSPATH:-}"
  shift 2
  if [ -z "$classes" ]; then build; classes="$app/wartung.jar:$app/lib/*"; fi
  WARTUNG_DB_URL="jdbc:postgresql://127.0.0.1:`pg_port`/$database" WARTUNG_DB_USER=wartung WARTUNG_DB_PASSWORD="`cat "$WARTUNG_HOME/run/db-password"`" \
    java -XX:TieredStopAtLevel=1 -Xmx256m -cp "$classes" "dev.wartung.web.$class" "$@"
}
as_wartung() { # $1: a program of PostgreSQL, then its arguments, as the application's user
  local program="$1"
  shift
  PGPASSWORD="`cat "$WARTUNG_HOME/run/db-password"`" PGOPTIONS='-c client_min_messages=warning' "`pg_bin`/$program" -h 127.0.0.1 -p "`pg_port`" -U wartung "$@"
}
asked() { # $1: a question; whether the answer is yes
  local answer=""
  read -r -p "$1 Type yes: " answer || true
  [ "$answer" = yes ]
}
verify_book() { run_command record.VerifyCommand "${1:-wartung}"; }
administrator() { # $1: the name, $2: --yes or nothing
  local database="${WARTUNG_DATABASE:-wartung}" rc=0
  run_command account.AdministratorCommand "$database" "$1" ${2:+"$2"} || rc=$?
  if [ "$rc" = 3 ]; then # it is somebody's account, who is no administrator
    asked "Make it an administrator's, with a new first password?" || fail "nothing was changed."
    run_command account.AdministratorCommand "$database" "$1" --yes
    return
  fi
  return "$rc"
}
backup_to() { # $1: a file, or a folder to make one in; a custom-format dump, whole or not at all, readable by its owner alone
  local file="$1" part
  if [ -d "$file" ]; then file="${file%/}/wartung-`date +%Y-%m-%d-%H%M%S`.backup"; fi
  part="$file.part"
  if ! (umask 077 && as_wartung pg_dump -Fc --no-owner --no-privileges "${WARTUNG_DATABASE:-wartung}" >"$part") || ! sync "$part"; then
    rm -f -- "$part"
    fail "the backup failed; nothing was written."
  fi
  mv -- "$part" "$file"
  say "Saved to $file (`du -h -- "$file" | cut -f1`). Keep it on another machine."
}
restore_from() { # into a database beside the old one; it takes the old one's place only if its records verify
  local file="$1"
  pg_psql -d postgres -c 'drop database if exists wartung_restored' -c 'create database wartung_restored owner wartung' || fail "could not make a database to restore into."
  if ! as_wartung pg_restore --no-owner --no-privileges --exit-on-error -d wartung_restored "$file"; then
    pg_psql -d postgres -c 'drop database wartung_restored'
    fail "$file is not a whole backup of Wartung. The data that were there are untouched."
  fi
  if ! verify_book wartung_restored; then
    pg_psql -d postgres -c 'drop database wartung_restored'
    fail "the records in $file are not as they were written (above). The data that were there are untouched."
  fi
  pg_psql -d postgres -c 'drop database if exists wartung_before_restore' -c 'alter database wartung rename to wartung_before_restore' -c 'alter database wartung_restored rename to wartung' \
    || fail "the restored database could not take its place; it is wartung_restored."
  say "Restored from $file. What was there before is kept as database wartung_before_restore until the next restore."
}
backup() {
  [ -n "${1:-}" ] || fail "say where to: ./wartung backup FILE, or a folder to put it in"
  [ -d "`dirname -- "$1"`" ] || fail "there is no folder `dirname -- "$1"`."
  with_database backup_to "$1"
}
restore() {
  [ -n "${1:-}" ] || fail "say from where: ./wartung restore FILE"
  [ -f "$1" ] && [ -r "$1" ] || fail "cannot read $1."
  case "${2:-}" in ''|--yes) ;; *) fail "unknown option $2. There is --yes." ;; esac
  if app_pid >/dev/null; then fail "Wartung is running. ./wartung stop first."; fi
  [ "${2:-}" = --yes ] || asked "Replace the data in $WARTUNG_HOME by those in $1?" || fail "nothing was changed."
  with_database restore_from "$1"
}
shell() {
  pg_bin >/dev/null && pg_complete && pg_running || fail "the database is not running; ./wartung start begins it."
  as_wartung psql wartung "$@"
}
reset() {
  [ -e "$WARTUNG_HOME/.wartung" ] || fail "$WARTUNG_HOME is not a Wartung data folder; nothing was deleted."
  case "${1:-}" in ''|--yes) ;; *) fail "unknown option $1. There is --yes." ;; esac
  [ "${1:-}" = --yes ] || asked "Delete all data in $WARTUNG_HOME?" || fail "nothing was deleted."
  end_other
  stop_all
  rm -rf -- "$WARTUNG_HOME"
  say "Deleted $WARTUNG_HOME."
}

# ------------------------------------------------------------------------------------------------ as a service
service() { # writes a unit for systemd: the whole machine's where root asks, else this user's
  local unit folder wanted manager=(systemctl)
  case "${1:-}" in
    '') if [ "`id -u`" = 0 ]; then folder=/etc/systemd/system; else folder="${XDG_CONFIG_HOME:-${HOME:?}/.config}/systemd/user"; fi ;;
    --into) folder="${2:-}"; [ -d "$folder" ] || fail "there is no folder “$folder”." ;;
    *) fail "unknown option $1. There is --into FOLDER." ;;
  esac
  if [ "`id -u`" = 0 ]; then wanted=multi-user.target; else wanted=default.target; manager=(systemctl --user); fi
  unit="$folder/wartung.service"
  if [ -e "$unit" ] && [ "${1:-}" != --into ]; then asked "$unit is there already. Write it anew?" || fail "nothing was changed."; fi
  mkdir -p "$folder" || fail "cannot make $folder."
  cat >"$unit" <<T || fail "cannot write $unit."
[Unit]
Description=Wartung, service work on hygienic valves
After=network.target

[Service]
Type=exec
Environment=`quoted "WARTUNG_HOME=$WARTUNG_HOME"` `quoted "PORT=$PORT"`
ExecStart=`quoted "$here/wartung"` start
# the script ends application and database in their order; whatever is left after that is killed
KillMode=mixed
TimeoutStopSec=90
Restart=on-failure
RestartSec=5

[Install]
WantedBy=$wanted
T
  say "Written: $unit"
  say "Start it, now and whenever the machine starts: ${manager[*]} daemon-reload && ${manager[*]} enable --now wartung"
  [ "`id -u`" = 0 ] || say "So that it runs while you are not logged in: loginctl enable-linger `id -un`"
}
quoted() { local text="${1//\\/\\\\}"; text="${text//\"/\\\"}"; text="${text//%/%%}"; printf '"%s"' "${text//\$/\$\$}"; }
