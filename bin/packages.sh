# shellcheck shell=bash
# What is needed of Debian's packages, and how it gets here.

createcluster=/etc/postgresql-common/createcluster.d

as_root() {
  if [ "`id -u`" = 0 ]; then "$@"; elif command -v sudo >/dev/null; then sudo "$@"; else return 1; fi
}
java17() { # read where it is written down: asking takes starting it, at each start of the application
  local java release
  java="`command -v java`" && java="`readlink -f -- "$java"`" || return 1
  release="${java%/bin/java}/release"
  if [ -r "$release" ]; then grep -qE '^JAVA_VERSION="(1[7-9]|[2-9][0-9])' "$release"; else java -version 2>&1 | grep -qE '"(1[7-9]|[2-9][0-9])'; fi
}
need_tools() {
  install_missing 'java17 && command -v javac=openjdk-17-jdk-headless=Java' 'command -v mvn=maven=what builds it' 'pg_bin=postgresql=the database' 'command -v curl=curl=to ask whether it is up'
}
install_missing() { # each argument: a check, '=', a Debian package, '=', what it is
  local missing=() named=() one check package
  for one in "$@"; do
    check="${one%%=*}" package="${one#*=}"
    eval "$check" >/dev/null 2>&1 || { missing+=("${package%%=*}"); named+=("${package%%=*} (${package#*=})"); }
  done
  if [ ${#missing[@]} -eq 0 ]; then return 0; fi
  say "Installing from Debian's packages: `joined "${named[@]}"` ..."
  as_root true || fail "these packages are missing, and this user may not install them: ${missing[*]}. Have them installed (apt-get install ${missing[*]}) and try again."
  local ours="$createcluster/wartung.conf" made=""
  if [[ " ${missing[*]} " == *" postgresql "* ]] && [ ! -e "$ours" ]; then
    # Debian would make and start a cluster of its own; ours is private. Only for this installation: taken away again below
    made="$ours"
    as_root mkdir -p "${ours%/*}"
    echo 'create_main_cluster = false' | as_root tee "$ours" >/dev/null
  fi
  local rc=0
  attended with_apt "${missing[@]}" || rc=$?
  if [ -n "$made" ]; then as_root rm -f -- "$made"; as_root rmdir --ignore-fail-on-non-empty -- "${made%/*}" 2>/dev/null || true; fi
  [ "$rc" = 0 ] || fail "could not install ${missing[*]}: apt's own words are above. Install them yourself (apt-get install ${missing[*]}) and try again."
  hash -r
}
joined() { local IFS=,; local all="$*"; printf '%s' "${all//,/, }"; }
with_apt() { # a source that cannot be read is told and does not stop what comes from the others
  apt update -q || say "  Some package lists could not be read (above). Going on with what is known."
  apt install -y -q --no-install-recommends "$@"
}
apt() { # apt-get, waiting in words for whoever holds its lock; what it says of its progress indented, the rest kept for when it fails
  local out rc waited=0
  while true; do
    rc=0
    out="`as_root env LC_ALL=C DEBIAN_FRONTEND=noninteractive apt-get -o APT::Color=0 -o Dpkg::Use-Pty=0 "$@" 2>&1`" || rc=$?
    if [ "$rc" != 0 ] && grep -q 'Could not get lock\|Unable to acquire the dpkg frontend lock\|Unable to lock directory' <<<"$out" && [ "$waited" -lt 600 ]; then
      if [ $((waited % 30)) = 0 ]; then say "  Something else is installing packages; waiting for it (`sed -n 's/.*\(held by process [^.]*\).*/\1/p' <<<"$out" | head -1`)."; fi
      sleep 5
      waited=$((waited + 5))
      continue
    fi
    # only E: and W: lines matter once it is done; all of its last words matter when it failed
    grep -E '^(Setting up|[EW]: )' <<<"$out" | sed 's/^/  /' || true
    if [ "$rc" != 0 ]; then tail -15 <<<"$out" | sed 's/^/  /' >&2; fi
    return "$rc"
  done
}
