# shellcheck shell=bash
# Tests, benchmarks and pictures, each on a throwaway cluster.

maven() { (cd "$here" && PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 mvn -B -ntp ${TMPDIR:+"-Dtest.tmp=$TMPDIR"} "$@"); }
one_class() { # $1: a module, $2: a class of its tests, then settings: runs it with all it needs built
  local module="$1" class="$2"
  shift 2
  attended maven -q -pl "$module" -am test "-Dtest=$class" -Dsurefire.failIfNoSpecifiedTests=false "$@"
}
need_browser() { install_missing 'command -v chromium=chromium=the browser of the tests'; }
owner_for_tests() { # of a throwaway cluster: tests make their tables themselves
  WARTUNG_TESTS_PASSWORD="`random_password`"
  export WARTUNG_TESTS_PASSWORD
  acts_as_owner wartung_tests "$WARTUNG_TESTS_PASSWORD"
}
run_tests() { # nothing: all of them; else classes, as Maven's -Dtest takes them
  need_tools
  need_browser
  install_missing 'command -v shellcheck=shellcheck=reads the scripts'
  (cd "$here" && shellcheck -x -a wartung .ci/run)
  throwaway_home
  pg_start "fsync = off" "synchronous_commit = off" "full_page_writes = off"
  # browser tests mostly wait: more of them beside each other than there are processors, as far as memory goes
  local fork forks only=()
  forks=`awk '/^MemAvailable/ { n = int($2 / 1600000); print(n < 2 ? 2 : n > 3 ? 3 : n) }' /proc/meminfo`
  for ((fork = 1; fork <= forks; fork++)); do pg_psql -d postgres -c "create database wartung_$fork owner wartung_owner"; done
  owner_for_tests
  if [ $# -gt 0 ]; then
    # in a shell of its own: what is called from here would have its words cut at commas, too
    only=("-Dtest=`IFS=,; echo "$*"`" -Dsurefire.failIfNoSpecifiedTests=false)
    # the beans prepared ahead of time are what the packaged application starts from: made for all tests, or for those that start it
    [[ "$*" == *Outage* ]] || only+=(-Dspring-boot.aot.skip -Dtest.aot=false)
  fi
  local log="$WARTUNG_HOME/maven.log" rc=0
  rm -f -- "$here"/*/target/surefire-reports/TEST-*.xml
  attended logged "$log" maven verify "-Dtest.forks=$forks" ${WARTUNG_TEST_ORDER:+"-Dsurefire.runOrder=$WARTUNG_TEST_ORDER"} ${only[@]+"${only[@]}"} ${covered[@]+"${covered[@]}"} || rc=$?
  told_tests "$log"
  [ "$rc" != 0 ] || tells_nothing "$log" || rc=1
  if [ $# = 0 ]; then note_tests; fi
  return "$rc"
}
tells_nothing() { # $1: all that was logged while tests ran: no password, hash or token is in it, and no request that ended in a stack trace
  local word found=0
  for word in "$WARTUNG_TESTS_PASSWORD" "`cat "$WARTUNG_HOME/run/db-password"`" a-long-test-password 'kettle under seventeen' argon2id 'Bearer ' 'WARTUNG=' 'Servlet.service() for'; do
    if grep -aqF -- "$word" "$1"; then
      say "Logged while tests ran, and should not be (shortened): `grep -anF -m 1 -- "$word" "$1" | cut -c1-160`"
      # a stack trace without what it says helps nobody who only has the end of this log
      [ "$word" != 'Servlet.service() for' ] || grep -aF -A 400 -m 1 -- "$word" "$1" | grep -aE '^([a-z0-9_]+\.)+[A-Z][A-Za-z0-9$]*: |^Caused by|at dev\.wartung' | cut -c1-300 | sed -n 1,20p
      found=1
    fi
  done
  return "$found"
}
coverage() { # which lines the tests go through: all of them, or some classes
  covered=(-Dcoverage)
  run_tests "$@"
  say "Which lines they went through:"
  printf '  %s\n' "$here"/*/target/site/jacoco/index.html
}
logged() { local log="$1"; shift; "$@" 2>&1 | tee "$log"; }
told_tests() { # what was gone through, the slowest classes, and how many tests passed in all
  local reports=("$here"/*/target/surefire-reports/TEST-*.xml)
  [ -e "${reports[0]}" ] || return 0
  say ""
  grep -aE '^(Jobs proven|bad forms|outages)' "$1" || true
  say "Slowest classes, seconds:"
  awk 'match($0, /<testsuite [^>]*/) { suite = substr($0, RSTART, RLENGTH); name = suite; sub(/.* name="/, "", name); sub(/".*/, "", name); time = suite; sub(/.* time="/, "", time); sub(/".*/, "", time); gsub(/,/, "", time); printf "%8.1f  %s\n", time, name }' "${reports[@]}" | sort -rn | sed -n 1,10p
  awk 'match($0, /<testsuite [^>]*/) { suite = substr($0, RSTART, RLENGTH); for (i in count) { value = suite; sub(".* " i "=\"", "", value); sub(/".*/, "", value); count[i] += value } }
    BEGIN { count["tests"] = count["errors"] = count["failures"] = count["skipped"] = 0 }
    END { bad = count["errors"] + count["failures"]; printf "%d passed, %d failed, %d skipped\n", count["tests"] - bad - count["skipped"], bad, count["skipped"] }' "${reports[@]}"
}
tested_stamp() { (cd "$here" && find pom.xml wartung bin core bench scheduling web docs/schemas -type f -not -path '*/target/*' -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1); }
note_tests() { # of a whole run: which passed, a line each, for ./wartung qualify; with what they were run on
  mkdir -p "$here/target"
  {
    tested_stamp
    awk 'function said() { if (name != "") print name, (bad ? "failed" : "passed") }
      match($0, /<testcase /) { said(); bad = 0; name = $0; sub(/.* name="/, "", name); sub(/[^A-Za-z0-9_].*/, "", name); class = $0; sub(/.* classname="/, "", class); sub(/".*/, "", class); sub(/.*\./, "", class); name = class "." name }
      /<failure[ >]|<error[ >]/ { bad = 1 }
      /<skipped/ { name = "" }
      END { said() }' "$here"/*/target/surefire-reports/TEST-*.xml
  } >"$here/target/tested"
}
benchmark() {
  case "${1:-}" in
    site)
      need_tools
      throwaway_home
      pg_start "shared_buffers = 512MB" "max_wal_size = 4GB"
      owner_for_tests
      one_class web SitePages ;;
    phone)
      need_tools
      need_browser
      throwaway_home
      pg_start
      pg_psql -d postgres -c "create database wartung_1 owner wartung_owner"
      owner_for_tests
      one_class web InHand -Dtest.forks=1 -Dspring-boot.aot.skip -Dtest.aot=false ;;
    load)
      need_tools
      build
      throwaway_home
      pg_start "shared_buffers = 512MB" "max_wal_size = 4GB"
      owner_for_tests
      one_class web FiftyTechnicians "-Dwartung.app=$app/wartung.jar" ;;
    beside) # $2: a checkout of another state, which is built and started by its own script
      [ -x "${2:-}/wartung" ] || fail "say which checkout to compare with: ./wartung benchmark beside FOLDER"
      need_tools
      throwaway_home
      local here_home="$WARTUNG_HOME/this" other_home="$WARTUNG_HOME/other" here_port other_port rc=0
      here_port="`free_port 18100`"
      other_port="`free_port $((here_port + 1))`"
      # each finds a port for its database by itself
      env -u TMPDIR WARTUNG_HOME="$here_home" PORT="$here_port" "$here/wartung" demo --detach
      env -u TMPDIR WARTUNG_HOME="$other_home" PORT="$other_port" "$2/wartung" demo --detach || rc=$?
      [ $rc != 0 ] || one_class web TwoBuilds "-Dwartung.one=$here_home" "-Dwartung.other=$other_home" || rc=$?
      WARTUNG_HOME="$here_home" "$here/wartung" stop
      WARTUNG_HOME="$other_home" "$2/wartung" stop
      local left=4
      while [ $rc = 0 ] && [ $left -gt 0 ]; do
        left=$((left - 1))
        time_start "$2" "$other_home" "$other_port"
        time_start "$here" "$here_home" "$here_port"
      done
      return "$rc" ;;
    planning) # beside an exact solver; takes some minutes
      need_tools
      (cd "$here" && mvn -B -q -ntp -pl scheduling test-compile dependency:build-classpath -Dmdep.outputFile=target/classpath >/dev/null)
      local run
      for run in "25 20 60 4" "120 20 60 3" "400 60 0 2"; do
        # shellcheck disable=SC2086
        java -cp "$here/scheduling/target/classes:$here/scheduling/target/test-classes:`cat "$here/scheduling/target/classpath"`" dev.wartung.scheduling.PlanningBenchmark $run
      done ;;
    *)
      need_tools
      (cd "$here" && mvn -B -q -ntp -pl core test-compile dependency:build-classpath -Dmdep.outputFile=target/classpath >/dev/null)
      java -cp "$here/core/target/classes:$here/core/target/test-classes:`cat "$here/core/target/classpath"`" org.openjdk.jmh.Main "$@" ;;
  esac
}
time_start() { # $1: checkout, $2: its data folder, $3: port; the first of several may still make its archive of classes
  local begun="${EPOCHREALTIME/./}"
  WARTUNG_HOME="$2" PORT="$3" "$1/wartung" start --detach >/dev/null
  say "$1: started in $(((${EPOCHREALTIME/./} - begun) / 1000)) ms"
  WARTUNG_HOME="$2" "$1/wartung" stop >/dev/null
}
outages() { # $1: minutes
  case "$1" in ''|*[!0-9]*) fail "say for how many minutes: ./wartung outages 5" ;; esac
  need_tools
  one_class web OutageTest "-Dwartung.outage.seconds=$(($1 * 60))" ${OUTAGE_SEED:+"-Dwartung.outage.seed=$OUTAGE_SEED"}
}
screenshots() {
  need_tools
  need_browser
  throwaway_home
  pg_start "fsync = off"
  owner_for_tests
  one_class web Screenshots -Dwartung.screenshots="$here/docs/screenshots"
  ls "$here/docs/screenshots"
}
