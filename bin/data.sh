# shellcheck shell=bash
# What is done with the data: saved, put back, checked, looked into, deleted; and who may administer them.

with_database() { # runs a command with the database up; stops it again if it was down
  need_tools
  pg_complete || [ "$1" = restore_from ] || fail "there are no data in $WARTUNG_HOME."
  make_home
  if ! pg_running; then lock; fi
  pg_start
  # what is saved is saved as it is, and what is put back takes the place of what is there
  case "$1" in backup_to|restore_from) ;; *) up_to_date ;; esac
  "$@"
}
run_command() { # $1: the class, $2: the database, then its arguments, as the application's role; WARTUNG_CLASSPATH: a build that is there already
  run_class wartung "`cat "$WARTUNG_HOME/run/db-password"`" "$@"
}
run_class() { # $1: role, $2: its password, $3: the class, $4: the database, then its arguments
  local user="$1" password="$2" class="$3" database="$4" classes="${WARTUNG_CLASSPATH:-}"
  shift 4
  if [ -z "$classes" ]; then build; classes="$app/wartung.jar:$app/lib/*"; fi
  WARTUNG_DB_URL="jdbc:postgresql://127.0.0.1:`pg_port`/$database" WARTUNG_DB_USER="$user" WARTUNG_DB_PASSWORD="$password" \
    WARTUNG_ANCHORS_FOLDER="`anchors`" WARTUNG_ANCHORS_KEY="$WARTUNG_HOME/run/anchor-key" \
    java -XX:TieredStopAtLevel=1 -Xmx256m -cp "$classes" "dev.wartung.web.$class" "$@"
}
up_to_date() { # the tables of the data folder are this build's; brought there by their owner before the application, which may not, comes up
  local stamp
  if [ -z "${WARTUNG_CLASSPATH:-}" ]; then build; stamp="`cat "$app/.stamp"`"; else stamp="`cksum <<<"$WARTUNG_CLASSPATH"`"; fi
  if [ -e "$WARTUNG_HOME/run/anchor-key" ] && [ "`cat "$WARTUNG_HOME/run/schema" 2>/dev/null || true`" = "$stamp" ]; then return 0; fi
  migrate wartung || fail "the tables could not be brought up to date (above). Nothing was started."
  echo "$stamp" >"$WARTUNG_HOME/run/schema"
}
migrate() { as_owner migrate_as_owner "$1"; }
migrate_as_owner() { run_class "$owner_login" "$owner_password" schema.MigrateCommand "$1" >/dev/null; }
as_role() { # $1: role, $2: its password, $3: a program of PostgreSQL, then its arguments
  local role="$1" program="$3"
  PGPASSWORD="$2" PGOPTIONS='-c client_min_messages=warning' "`pg_bin`/$program" -h 127.0.0.1 -p "`pg_port`" -U "$role" "${@:4}"
}
asked() { # $1: a question; whether the answer is yes
  local answer=""
  read -r -p "$1 Type yes: " answer || true
  [ "$answer" = yes ]
}
ask_password() { # $1: whose; sets password, which is not shown as it is typed
  unseen=yes
  IFS= read -r -s -p "Password of $1: " password || true
  unseen=no
  echo >&2
}
anchored() { # $1: the database, $2: --restored or nothing: writes an anchor, to a file that the application goes on writing
  run_command record.AnchorCommand "$@" && give_to_app
}
anchors() { # where signed lines say how far the chains went: better on storage that is written once, or on another machine
  echo "${WARTUNG_ANCHORS:-$WARTUNG_HOME/anchors}"
}
verify_book() { # $1: the database, then --expect and a hash
  local database="${1:-wartung}"
  shift || true
  case "${1:-}" in ''|--expect) ;; *) fail "unknown option $1. There is --expect HASH." ;; esac
  run_command record.VerifyCommand "$database" "$@"
}
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
backup_to() { # $1: a file, or a folder to make one in; $2: a certificate or nothing. A custom-format dump, whole or not at all, readable by its owner alone
  local file="$1" part
  if [ -d "$file" ]; then file="${file%/}/wartung-`date +%Y-%m-%d-%H%M%S`.backup${2:+.cms}"; fi
  part="$file.part"
  if ! (umask 077 && as_owner dumped "${2:-}" >"$part") || ! sync "$part"; then
    rm -f -- "$part"
    fail "the backup failed; nothing was written."
  fi
  mv -- "$part" "$file"
  anchored "${WARTUNG_DATABASE:-wartung}" || fail "the backup is in $file, but no anchor could be written in `anchors`."
  say "Saved to $file (`du -h -- "$file" | cut -f1`). Keep it on another machine."
}
dumped() { # $1: a certificate, or nothing; without what lets somebody in: sessions, tokens, tries to log in
  if [ -n "$1" ]; then dumped "" | openssl cms -encrypt -binary -stream -aes-256-cbc -outform DER "$1"; return; fi
  as_role "$owner_login" "$owner_password" pg_dump -Fc --no-owner --no-privileges --exclude-table-data='spring_session*' --exclude-table-data=api_token --exclude-table-data=login_attempt "${WARTUNG_DATABASE:-wartung}"
}
undumped_into() { as_role "$owner_login" "$owner_password" pg_restore --no-owner --no-privileges --exit-on-error -d "$1" "$2"; }
decrypted() { # $1: an encrypted backup, $2: the key, $3: where to; only its owner may read it
  (umask 077 && openssl cms -decrypt -binary -inform DER -in "$1" -inkey "$2" -out "$3") || fail "$1 is not encrypted to the key in $2."
}
restore_from() { # $1: a file, $2: a key or nothing, $3: who signs, $4: their password; $5: why nobody does. Into a database beside the old one; it takes the old one's place only if its records verify
  local file="$1" plain="$1" unsigned="${5:-}"
  if [ -n "${2:-}" ]; then
    plain="$WARTUNG_HOME/run/decrypted"
    to_remove="$plain"
    decrypted "$file" "$2" "$plain"
  fi
  pg_psql -d postgres -c 'drop database if exists wartung_restored' -c 'create database wartung_restored owner wartung_owner' || fail "could not make a database to restore into."
  if ! as_owner undumped_into wartung_restored "$plain"; then
    pg_psql -d postgres -c 'drop database wartung_restored'
    fail "$file is not a whole backup of Wartung. The data that were there are untouched."
  fi
  if ! migrate wartung_restored; then
    pg_psql -d postgres -c 'drop database wartung_restored'
    fail "the data in $file cannot be brought up to this version (above). The data that were there are untouched."
  fi
  if ! run_command record.VerifyCommand wartung_restored --restoring; then
    pg_psql -d postgres -c 'drop database wartung_restored'
    fail "the records in $file are not as they were written (above). The data that were there are untouched."
  fi
  if [ -z "$unsigned" ] && ! run_command account.SignCommand wartung_restored "$3" "restores this backup in the place of what was there" "${file##*/}" <<<"$4"; then
    pg_psql -d postgres -c 'drop database wartung_restored'
    fail "nobody signed for $file (above). The data that were there are untouched. Where no administrator in it has a password any more: --unsigned REASON."
  fi
  pg_psql -d postgres -c 'drop database if exists wartung_before_restore' -c 'alter database wartung rename to wartung_before_restore' -c 'alter database wartung_restored rename to wartung' \
    || fail "the restored database could not take its place; it is wartung_restored."
  pg_psql -d wartung -v file="${file##*/}" -v unsigned="$unsigned" <<<"insert into audit_entry (by_name, table_name, action, row_key, new_values) values ('the server', 'backup', 'restore', left(:'file', 200), jsonb_strip_nulls(jsonb_build_object('not signed, because', nullif(left(:'unsigned', 500), ''))))" || fail "it is restored, but that could not be written on its audit trail."
  anchored wartung --restored >/dev/null || fail "it is restored, but no anchor could be written in `anchors`."
  say "Restored from $file. What was there before is kept as database wartung_before_restore until the next restore."
}
backup() { # $1: where to; --to and a certificate: only who has its key can read it
  [ -n "${1:-}" ] || fail "say where to: ./wartung backup FILE, or a folder to put it in"
  [ -d "`dirname -- "$1"`" ] || fail "there is no folder `dirname -- "$1"`."
  case "${2:-}" in ''|--to) ;; *) fail "unknown option $2. There is --to CERTIFICATE." ;; esac
  if [ -n "${2:-}" ]; then
    command -v openssl >/dev/null || fail "encrypting takes openssl. Install it, or leave out --to."
    openssl x509 -noout -in "${3:-}" >/dev/null 2>&1 || fail "say whom the backup is for: --to CERTIFICATE, a file in PEM form."
  fi
  with_database backup_to "$1" "${3:-}"
}
restore() { # $1: from where; --by and who signs it; --unsigned and why nobody does; --key and the key of an encrypted one; --yes
  local file="${1:-}" key="" yes=no by="" password="" unsigned=""
  [ -n "$file" ] || fail "say from where: ./wartung restore FILE"
  [ -f "$file" ] && [ -r "$file" ] || fail "cannot read $file."
  shift
  while [ $# -gt 0 ]; do
    case "$1" in
      --yes) yes=yes ;;
      --key) key="${2:-}"; [ -r "$key" ] || fail "say with which key: --key FILE"; shift ;;
      --by) by="${2:-}"; [ -n "$by" ] || fail "say who signs: --by NAME, an administrator of the data that are restored"; shift ;;
      --unsigned) unsigned="${2:-}"; [ -n "$unsigned" ] || fail "say why nobody signs: --unsigned REASON"; shift ;;
      *) fail "unknown option $1. There are --by NAME, --unsigned REASON, --yes and --key FILE." ;;
    esac
    shift
  done
  if app_pid >/dev/null; then fail "Wartung is running. ./wartung stop first."; fi
  [ "$yes" = yes ] || asked "Replace the data in $WARTUNG_HOME by those in $file?" || fail "nothing was changed."
  if [ -z "$unsigned" ]; then
    if [ -z "$by" ]; then read -r -p "Who signs for it, an administrator in it? Name: " by || true; fi
    [ -n "$by" ] || fail "nobody signs: nothing was changed. There are --by NAME and --unsigned REASON."
    ask_password "$by"
  fi
  with_database restore_from "$file" "$key" "$by" "$password" "$unsigned"
}
shell() {
  pg_bin >/dev/null && pg_complete && pg_running || fail "the database is not running; ./wartung start begins it."
  as_role wartung "`cat "$WARTUNG_HOME/run/db-password"`" psql wartung "$@"
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
  tls_check
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
Environment=`quoted "WARTUNG_HOME=$WARTUNG_HOME"` `quoted "PORT=$PORT"``settings`
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
settings() { # what was set besides, to be set in the unit, too
  local name value
  for name in WARTUNG_ANCHORS WARTUNG_PROXIES WARTUNG_ADDRESS WARTUNG_BENCHES WARTUNG_TRANSLATIONS WARTUNG_TLS WARTUNG_CERTIFICATE WARTUNG_KEY WARTUNG_TRUST_PORT WARTUNG_HSTS; do
    value="${!name:-}"
    [ -n "$value" ] || continue
    # a service begins elsewhere
    case "$name" in WARTUNG_CERTIFICATE|WARTUNG_KEY) value="`realpath -m -- "$value"`" ;; esac
    printf ' %s' "`quoted "$name=$value"`"
  done
}
quoted() { local text="${1//\\/\\\\}"; text="${text//\"/\\\"}"; text="${text//%/%%}"; printf '"%s"' "${text//\$/\$\$}"; }
