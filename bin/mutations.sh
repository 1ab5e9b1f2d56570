# shellcheck shell=bash
# Whether tests notice when what they test is otherwise: the arithmetic of packages of the core, and what docs/security.md says.

readonly mutable="actuation bolting diaphragm leak life lubrication procedure progress stores"
# too long for one go: a few classes at a time, each noted as it is measured, so that breaking off loses one lot at most
readonly mutable_by_class=" actuation procedure "
readonly lines_a_lot=200
# what asks, steps and derivations are for is tested where they are used
readonly procedure_tests="procedure calibration progress school"
# of procedure: these take seconds to minutes for each change, so only a class of their name is measured by them, and alone
readonly slow_tests="ProcedureLaws Replacement Together Cure Greasing NewValve Readable"
# as many as CI measures beside its tests: some twenty minutes
readonly lines_in_ci=500
readonly measured="$here/core/mutations.measured"
mutations() { # $1: a package of core, or "changed": those changed since they were measured; or "security": what docs/security.md says
  local package print
  if [ "${1:-}" = changed ]; then
    for package in $mutable; do
      if [[ "$mutable_by_class" == *" $package "* ]]; then changed_classes "$package"; continue; fi
      grep -q "^$package " "$measured" || continue # not measured as good enough yet
      print=`fingerprint "$package"`
      if grep -qx "$package $print" "$measured"; then continue; fi
      # an hour, beside which CI has no time for its tests
      [ "$package" != life ] || fail "life was changed since its tests were last seen to notice enough: ./wartung mutations life (an hour), and commit core/mutations.measured with it."
      mutate "$package"
    done
    return
  fi
  if [ "${1:-}" = security ]; then # $2: one test's, as Class.method
    need_tools
    throwaway_home
    pg_start "fsync = off" "synchronous_commit = off" "full_page_writes = off"
    pg_psql -d postgres -c "create database wartung_1 owner wartung_owner"
    owner_for_tests
    one_class web Mutations -Dtest.forks=1 -Dspring-boot.aot.skip ${2:+"-Dwartung.mutated=$2"} || fail "something was broken and its test did not notice (above)."
    say "Each test noticed."
    return
  fi
  case " $mutable " in
    *" ${1:-nothing} "*) if [[ "$mutable_by_class" == *" $1 "* ]]; then mutate_classes "$1"; else mutate "$1"; fi ;;
    *) fail "say which package of the core: $mutable; or “changed”, for those that were changed since they were measured; or “security”" ;;
  esac
}
mutate() { # $1: package, noted once its tests notice enough
  need_tools
  pit "$1" || fail "the tests of $1 notice too little; what: $here/core/target/pit-reports/index.html"
  note_measured "$1 " "$1 `fingerprint "$1"`"
}
pit() { attended maven -pl core test-compile org.pitest:pitest-maven:mutationCoverage "-Dmutated=$1" "${@:2}"; }
tests_of() { # $1: package, $2: the classes of a lot; prints what they are measured by
  local name without="*Benchmark*" tests=""
  for name in $slow_tests; do
    case " $2 " in *" $name "*) ;; *) without="$without,*.${name}Test" ;; esac
  done
  if [ "$1" = procedure ]; then
    for name in $procedure_tests; do tests="$tests,dev.wartung.core.$name.*"; done
    echo "-Dmutated.tests=${tests#,}"
  fi
  echo "-Dmutated.without=$without"
}
note_measured() { # $1: what the line begins with that it replaces, $2: the line
  sed -i "/^$1/d" "$measured"
  printf '%s\n' "$2" >>"$measured"
  LC_ALL=C sort -o "$measured" "$measured"
}
fingerprint() ( # $1: package; of its classes and their tests
  cd "$here/core/src" && find "main/java/dev/wartung/core/$1" "test/java/dev/wartung/core/$1" -name '*.java' | LC_ALL=C sort | xargs sha256sum | sha256sum | cut -c1-16
)

# ------------------------------------------------------------------------------------------------ class by class
# A line for each: package, class, changes noticed, changes made, fingerprint of its source. A test that is taken back is not
# seen by it until its class changes.
unmeasured() ( # $1: package; prints its classes that were changed since they were measured, with how many lines each has
  cd "$here/core/src/main/java/dev/wartung/core/$1"
  local file class
  for file in *.java; do
    class="${file%.java}"
    [ "$class" = package-info ] || grep -qE "^$1 $class [0-9]+ [0-9]+ `class_print "$file"`\$" "$measured" || echo "$class `wc -l <"$file"`"
  done
)
class_print() { sha256sum <"$1" | cut -c1-16; }
mutate_classes() { # $1: package; what is not measured yet, a lot at a time, and then whether all of it together is noticed enough
  local package="$1" lot before="" class patterns tests
  need_tools
  forget_gone "$package"
  while true; do
    lot=`unmeasured "$package" | awk -v most="$lines_a_lot" -v slow=" $slow_tests " '
      { alone = index(slow, " " $1 " "); lines += $2; if (NR > 1 && (lines > most || alone)) exit; print $1; if (alone) exit }'`
    [ -n "$lot" ] || break
    [ "$lot" != "$before" ] || fail "what was measured of $package is not noted in $measured."
    before="$lot"
    patterns=""
    for class in $lot; do patterns="$patterns,dev.wartung.core.$package.$class,dev.wartung.core.$package.$class\$*"; done
    mapfile -t tests <<<"`tests_of "$package" "${lot//$'\n'/ }"`"
    pit "$package" "-Dmutated.classes=${patterns#,}" "${tests[@]}" -Dmutated.threshold=0 -DfailWhenNoMutations=false || fail "$package was not measured on, from ${lot%%$'\n'*}."
    for class in $lot; do
      note_measured "$package $class " "$package $class `noticed "$class"` `class_print "$here/core/src/main/java/dev/wartung/core/$package/$class.java"`"
    done
  done
  noticed_enough "$package"
  note_measured "$package enough\$" "$package enough"
}
noticed_enough() { # $1: package
  awk -v package="$1" '$1 == package && NF == 5 { noticed += $3; made += $4 }
    END { printf "%s: %d of %d changes noticed (%d %%)\n", package, noticed, made, made ? 100 * noticed / made : 0; exit(100 * noticed < 85 * made) }' "$measured" ||
    fail "the tests of $1 notice too little (85 % at least); class by class: core/mutations.measured"
}
noticed() { # $1: class; prints how many changes of the last lot were noticed in it, and how many were made
  awk -F, -v file="$1.java" '$1 == file { made++; if ($6 !~ /^(SURVIVED|NO_COVERAGE|NOT_STARTED|STARTED)$/) noticed++ } END { print noticed + 0, made + 0 }' \
    "$here/core/target/pit-reports/mutations.csv"
}
forget_gone() { # $1: package; lines of classes that are no more
  local class
  awk -v package="$1" '$1 == package && NF == 5 { print $2 }' "$measured" | while IFS= read -r class; do
    [ -e "$here/core/src/main/java/dev/wartung/core/$1/$class.java" ] || sed -i "/^$1 $class /d" "$measured"
  done
}
changed_classes() { # $1: package; measured as far as CI has time for it
  local lines
  grep -qx "$1 enough" "$measured" || return 0 # not measured as good enough yet
  lines=`unmeasured "$1" | awk '{ lines += $2 } END { print lines + 0 }'`
  if [ "$lines" = 0 ]; then noticed_enough "$1"; return; fi
  [ "$lines" -le "$lines_in_ci" ] || fail "much of $1 was changed since its tests were last seen to notice enough: ./wartung mutations $1 (long), and commit core/mutations.measured with it."
  mutate_classes "$1"
}
