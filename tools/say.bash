# Words to the person at the terminal. All of it goes to standard error, so that a
# command's own output (such as evaluate's JSON) stays clean.

say() { printf '%s\n' "$*" >&2; }

# fail WHAT NEXT: one line with the next step, then stop.
fail() { say "jar: $1. Next: ${2:-see README.md}."; exit 1; }

# step WHAT COMMAND...: run it, say what it is and how long it took; show its output only when it fails.
step() {
  local what=$1 log started=$SECONDS; shift
  log=$(mktemp)
  if "$@" >"$log" 2>&1; then say "  $what: $((SECONDS - started)) s"; rm -f "$log"; return 0; fi
  tail -40 "$log" >&2; rm -f "$log"
  fail "$what failed" "read the lines above, mend the cause and run the same command again"
}

# alone COMMAND...: run it while no other ./jar sets anything up here; two starts at once wait for each other.
# What it starts and leaves running must close descriptor 9, or it would hold the lock.
alone() {
  if [ -n "${JAR_ALONE:-}" ]; then "$@"; return; fi
  mkdir -p "$JAR_ROOT/.local"
  (
    flock -w 900 9 || fail "another ./jar has been setting up here for a quarter of an hour" "look what it does"
    JAR_ALONE=1
    "$@"
  ) 9>"$JAR_ROOT/.local/lock"
}

# fingerprint FILE...: one hash over what is in the files, to know whether a step is still done.
fingerprint() { cat "$@" | sha256sum | cut -c1-16; }
