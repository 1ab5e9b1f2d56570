# shellcheck shell=bash
# The data folder, its lock, what this command has begun and must undo, and whether a process is one of ours.

say()  { printf '%s\n' "$*"; }
fail() { printf 'wartung: %s\n' "$*" >&2; exit 1; }

# ------------------------------------------------------------------------------------------------ the folder
find_home() { # sets WARTUNG_HOME, spelt one way however it was given, and the user the database runs as
  local wanted="${WARTUNG_HOME:-}" of_user="${HOME:-}"
  if [ "`id -u`" = 0 ]; then pg_owner=postgres; else pg_owner="`id -un`"; fi
  if [ -z "$wanted" ]; then
    if [ "`id -u`" = 0 ]; then
      wanted=/var/lib/wartung
    else
      [ -n "$of_user" ] || of_user="`getent passwd "$EUID" | cut -d: -f6`"
      [ -n "${XDG_DATA_HOME:-}$of_user" ] || fail "there is no home folder. Set WARTUNG_HOME to a folder you may write to."
      wanted="${XDG_DATA_HOME:-$of_user/.local/share}/wartung"
    fi
  fi
  case "$wanted" in *[[:cntrl:]]*) fail "WARTUNG_HOME holds a line break or another control character." ;; esac
  WARTUNG_HOME="`realpath -m -- "$wanted"`"
  export WARTUNG_HOME
}
make_home() {
  if [ -d "$WARTUNG_HOME" ] && [ ! -e "$WARTUNG_HOME/.wartung" ] && [ -n "`ls -A "$WARTUNG_HOME"`" ]; then
    fail "$WARTUNG_HOME holds something else. Set WARTUNG_HOME to a folder of its own."
  fi
  mkdir -p "$WARTUNG_HOME" 2>/dev/null || fail "cannot make $WARTUNG_HOME. Set WARTUNG_HOME to a folder you may write to."
  { touch "$WARTUNG_HOME/.wartung" && mkdir -p "$WARTUNG_HOME/pg" "$WARTUNG_HOME/run" && chmod 755 "$WARTUNG_HOME" "$WARTUNG_HOME/pg"; } 2>/dev/null \
    || fail "cannot write in $WARTUNG_HOME. Is it yours, and is there room on the disk?"
}
throwaway_home() { # tests, pictures and the build use a cluster of their own, made and deleted each time; only it may be fast and unsafe
  WARTUNG_HOME="`mktemp -d "${TMPDIR:-/tmp}/wartung-XXXXXX"`"
  chmod 755 "$WARTUNG_HOME"
  # whatever is left in the temporary folder goes with it
  TMPDIR="$WARTUNG_HOME/tmp"
  touch "$WARTUNG_HOME/.wartung"
  mkdir -m 1777 "$TMPDIR"
  export WARTUNG_HOME TMPDIR
  throwaway="$WARTUNG_HOME"
}

# ------------------------------------------------------------------------------------------------ one at a time
lock() { # held while something is started, stopped or replaced in the data folder; given back when the command ends
  exec 9>>"$WARTUNG_HOME/run/lock" || fail "cannot write in $WARTUNG_HOME/run."
  if ! flock -n 9; then
    exec 9>&-
    fail "another ./wartung (process `lock_holder`) is at work in $WARTUNG_HOME. Wait for it, or end it with ./wartung stop."
  fi
  echo "$BASHPID" >"$WARTUNG_HOME/run/lock"
}
unlock() { exec 9>&-; }
lock_holder() { cat "$WARTUNG_HOME/run/lock" 2>/dev/null || true; }
end_other() { # the command that is starting Wartung in this folder right now is asked to end, and waited for
  local other i
  [ -e "$WARTUNG_HOME/run/lock" ] || return 0
  exec 9>>"$WARTUNG_HOME/run/lock"
  if flock -n 9; then return 0; fi
  other="`lock_holder`"
  if is_script "$other"; then
    say "Ending the ./wartung that is at work (process $other)."
    kill "$other" 2>/dev/null || true
  fi
  for ((i = 0; i < 600; i++)); do
    if flock -n 9; then return 0; fi
    sleep 0.1
  done
  fail "process $other does not let go of $WARTUNG_HOME."
}

# ------------------------------------------------------------------------------------------------ whose process is it
started_with() { # $1: process number, $2: an argument it must have been started with
  local argument
  case "$1" in ''|*[!0-9]*) return 1 ;; esac
  [ -r "/proc/$1/cmdline" ] || return 1
  while IFS= read -r -d '' argument; do
    if [ "$argument" = "$2" ]; then return 0; fi
  done 2>/dev/null <"/proc/$1/cmdline"
  return 1
}
alive() { # $1: process number
  local stat
  read -r stat 2>/dev/null <"/proc/$1/stat" || return 1
  [[ "$stat" != *") Z "* ]]
}
is_child() { # $1: process number: begun by this command and not ended, whatever it is called by now: it may not have got as far as its own program
  local stat state parent
  read -r stat 2>/dev/null <"/proc/${1:-none}/stat" || return 1
  # not by splitting words: a signal may have come while words were split otherwise
  stat="${stat##*) }"
  state="${stat%% *}" stat="${stat#* }"
  parent="${stat%% *}"
  [ "$parent" = "$BASHPID" ] && [ "$state" != Z ]
}
is_called() { # $1: a program's name, $2: process number
  local name
  read -r name 2>/dev/null <"/proc/${2:-none}/comm" && [ "$name" = "$1" ]
}
group_of() { # $1: process number; prints its group
  local stat group
  read -r stat 2>/dev/null <"/proc/$1/stat" || return 1
  stat="${stat##*) }"
  stat="${stat#* }" group="${stat#* }"
  echo "${group%% *}"
}
is_script() { # $1: process number: another run of this script, by whatever path
  local argument
  case "$1" in ''|*[!0-9]*) return 1 ;; esac
  while IFS= read -r -d '' argument; do
    if [ "${argument##*/}" = wartung ]; then return 0; fi
  done 2>/dev/null <"/proc/$1/cmdline"
  return 1
}
pid_in() { # $1: a file with a process number, $2: an argument by which the process is known; prints the number if it is ours
  local pid
  pid="`cat "$1" 2>/dev/null`" || return 1
  started_with "$pid" "$2" && echo "$pid"
}
end_process() { # $1: process number, $2: an argument by which it is known, $3: tenths of a second before it is killed
  local i
  kill "$1" 2>/dev/null || return 0
  for ((i = 0; i < $3; i++)); do
    started_with "$1" "$2" || is_child "$1" || return 0
    sleep 0.1
  done
  if started_with "$1" "$2" || is_child "$1"; then kill -9 "$1" 2>/dev/null || true; fi
}

# ------------------------------------------------------------------------------------------------ what is undone
# What this command has begun and nobody has taken over yet: ended when the command ends, however it ends.
begun_app=no begun_bench=no begun_pg=no throwaway="" to_remove="" child="" ended="" unseen=no
# Their numbers, known before the files that name them are written.
app_child="" bench_child="" pg_child=""
on_exit() {
  local rc=$? IFS=$' \t\n'
  # a part of this script in the background, ended in the first moments of its life, still has the traps: it is not the one to clean up
  [ "$BASHPID" = "$watching" ] || exit "$rc"
  # said by the signal itself: what it broke into may have left another status behind
  [ -z "$ended" ] || rc="$ended"
  trap '' INT TERM HUP
  trap - EXIT
  set +e
  if [ -n "$child" ]; then end_child; fi
  if [ "$begun_app" = yes ]; then stop_app; fi
  if [ "$begun_bench" = yes ]; then stop_bench; fi
  if [ "$begun_pg" = yes ]; then pg_stop; fi
  # broken off while a password was typed
  if [ "$unseen" = yes ]; then stty echo echok 2>/dev/null; fi
  if [ -n "$to_remove" ]; then rm -f -- "$to_remove"; fi
  if [ -n "$throwaway" ]; then
    # the outage test, broken off, leaves its small disk mounted there
    grep -F " $throwaway/" /proc/mounts | cut -d' ' -f2 | while IFS= read -r disk; do umount -l "$disk"; done
    rm -rf -- "$throwaway"
  fi
  exit "$rc"
}
end_child() { # what is attended; said again, for a process that has just begun may not listen yet
  local i
  for ((i = 0; i < 100; i++)); do
    is_child "$child" || return 0
    kill -- "-$child" 2>/dev/null
    sleep 0.1
  done
  kill -9 -- "-$child" 2>/dev/null
}
watch_signals() {
  watching="$BASHPID"
  trap on_exit EXIT
  # said again while it ends, it would end without undoing what is undone at the end
  trap 'trap "" HUP TERM; ended=129; exit 129' HUP
  trap 'trap "" HUP TERM; ended=143; exit 143' TERM
  # what in_a_part says TERM for, and at the prompt of a database shell breaks off a query
  trap '' INT
}
in_a_part() { # runs a command in a part of this script that only TERM and HUP reach, and passes on what comes
  # bash 5.2 now and then loses an INT, and is deaf to it from then on, while it waits for one of many short commands (never
  # a TERM): INT is heard only here, where nothing else goes on
  local rc=0 tick=""
  trap 'ended=129' HUP
  trap 'ended=130' INT
  trap 'ended=143' TERM
  part "$@" <&0 &
  child=$!
  while is_child "$child"; do
    if [ -n "$ended" ]; then kill "$child" 2>/dev/null || true; fi
    # what comes between the look above and the wait below does not end the wait: it is seen at the next look, a second later
    if ! is_child "$tick"; then
      sleep 1 &
      tick=$!
    fi
    # Ctrl-C is said to this process, too, which dies of it as long as it is not the sleep that hears none; and whose end
    # nobody is told then would be waited for for good
    while is_child "$tick" && ! is_called sleep "$tick"; do :; done
    if is_child "$tick"; then wait -n || true; fi
  done
  if is_child "$tick"; then kill "$tick" 2>/dev/null || true; fi
  wait "$child" || rc=$?
  exit "${ended:-$rc}"
}
part() {
  child=""
  watch_signals
  # one that came as this part was made
  [ -z "$ended" ] || exit "$ended"
  "$@"
}
hand_over() { begun_app=no begun_bench=no begun_pg=no; }
attended() { # runs something long in a process group of its own, so that a signal to this script ends it at once, with all it has begun
  local rc=0
  # a signal that comes before the number of the process is known waits for it
  trap 'ended=129' HUP
  trap 'ended=143' TERM
  set -m
  "$@" </dev/null &
  child=$!
  set +m
  watch_signals
  [ -z "$ended" ] || exit "$ended"
  wait "$child" || rc=$?
  child=""
  return "$rc"
}
keep_log() { # $1: a log about to be written anew; the last three are kept
  if [ -s "$1" ]; then
    local i
    for i in 2 1; do if [ -e "$1.$i" ]; then mv -f -- "$1.$i" "$1.$((i + 1))"; fi; done
    mv -f -- "$1" "$1.1"
  fi
}
