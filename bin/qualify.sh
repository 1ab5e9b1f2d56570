# shellcheck shell=bash
# The qualification pack: what an inspector asks of an installation, looked at where it stands.

qualify() { # $1: a folder for the pack, made where there is none; or --check and the folder of one
  local folder="${1:-}"
  case "$folder" in
    '') fail "say where to: ./wartung qualify FOLDER" ;;
    --check)
      [ -e "${2:-}/signatures.txt" ] || fail "say of which pack: ./wartung qualify --check FOLDER"
      with_database run_command qualify.QualifyCommand wartung "`realpath -- "$2"`" --check
      return ;;
    -*) fail "unknown option $folder. There is --check FOLDER." ;;
  esac
  mkdir -p -- "$folder" || fail "cannot make $folder."
  folder="`realpath -- "$folder"`"
  [ -w "$folder" ] || fail "cannot write in $folder."
  with_database qualify_into "$folder"
}
qualify_into() { # $1: the folder
  local work="$WARTUNG_HOME/run/qualify" rc=0
  rm -rf -- "$work"
  (umask 077 && mkdir -p "$work") || fail "cannot make $work."
  drop_made_up
  say "Working a made-up valve's job in an application of its own ..."
  work_made_up "$work" || say "  The made-up job was not worked (above)."
  say "Saving and putting back its data ..."
  back_up_made_up "$work" || say "  They were not put back (above)."
  say "Looking at the installation ..."
  WARTUNG_PROGRAM="${WARTUNG_PROGRAM:-$app}" WARTUNG_DOCS="$here/docs" WARTUNG_TESTED="`tested_here`" \
    WARTUNG_MADE_UP_URL="jdbc:postgresql://127.0.0.1:`pg_port`/wartung_made_up" WARTUNG_RESTORED_URL="jdbc:postgresql://127.0.0.1:`pg_port`/wartung_made_up_restored" \
    run_command qualify.QualifyCommand wartung "$1" "$work" || rc=$?
  drop_made_up
  rm -rf -- "$work"
  case "$rc" in
    0) say "Everything was found as expected. The pack is in $1: qualification.pdf, qualification.json, signatures.txt." ;;
    1) fail "something was not found as expected (above). The pack is in $1." ;;
    *) fail "no pack was written." ;;
  esac
}
drop_made_up() { pg_psql -d postgres -c 'drop database if exists wartung_made_up with (force)' -c 'drop database if exists wartung_made_up_restored with (force)'; }
work_made_up() { # $1: a folder for what is found
  local told first
  pg_psql -d postgres -c 'create database wartung_made_up owner wartung_owner' || return 1
  migrate wartung_made_up || return 1
  told="`run_command account.AdministratorCommand wartung_made_up inspector`" || return 1
  first="`grep -oE '[a-z2-9]{4}(-[a-z2-9]{4}){3}' <<<"$told"`" || return 1
  WARTUNG_PROGRAM="${WARTUNG_PROGRAM:-$app}" WARTUNG_FIRST="$first" attended run_command qualify.WorkCommand wartung_made_up "$1"
}
back_up_made_up() { # $1: a folder for the backup
  (umask 077 && WARTUNG_DATABASE=wartung_made_up as_owner dumped "" >"$1/made-up.backup") || return 1
  pg_psql -d postgres -c 'create database wartung_made_up_restored owner wartung_owner' || return 1
  as_owner undumped_into wartung_made_up_restored "$1/made-up.backup" || return 1
  migrate wartung_made_up_restored
}
tested_here() { # where the tests of the last whole run are, if they were run on what is here now
  if [ "`head -n 1 "$here/target/tested" 2>/dev/null || true`" = "`tested_stamp`" ]; then echo "$here/target/tested"; else echo "$here/target/not-tested"; fi
}
