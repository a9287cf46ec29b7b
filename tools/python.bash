# The Python environment, from hashed locks, in .venv.

# Byte code is kept: without it every start of manage.py takes three times as long.
export PYTHONDONTWRITEBYTECODE=

lock_of() { [ "$1" = dev ] && echo requirements-dev.lock || echo requirements.lock; }

# python_ready [dev]: whether the environment is there, of the locks as they are; writes nothing.
python_ready() {
  local kind=${1:-runtime}
  [ -x .venv/bin/python ] && [ "$(cat ".venv/.jar-$kind" 2>/dev/null)" = "$(fingerprint "$(lock_of "$kind")" requirements-uv.lock)" ]
}

# need_python [dev]: the run-time environment, or the one for development (which holds the run-time's too).
need_python() {
  local kind=${1:-runtime} lock stamp want
  ! python_ready "$kind" || return 0
  lock=$(lock_of "$kind")
  want=$(fingerprint "$lock" requirements-uv.lock)
  stamp=.venv/.jar-$kind
  need_packages python
  # One that was left half made, or whose Python is gone, is made anew.
  .venv/bin/python -m pip --version >/dev/null 2>&1 || step "virtual environment" python3 -m venv --clear .venv
  step "installer" .venv/bin/python -m pip install -q --disable-pip-version-check --require-hashes -r requirements-uv.lock
  step "Python packages ($kind)" .venv/bin/uv pip install -q --require-hashes --compile-bytecode -p .venv/bin/python -r "$lock"
  echo "$want" >"$stamp"
  # The development lock pins the same versions and more, so what it installs serves at run time too.
  if [ "$kind" = dev ]; then fingerprint requirements.lock requirements-uv.lock >.venv/.jar-runtime; else rm -f .venv/.jar-dev; fi
}

manage() { .venv/bin/python manage.py "$@"; }
manage_quietly() { manage "$@" >&2; }

# write_generated DIR: everything that is made from the models, below DIR (the project, or a copy to compare).
write_generated() {
  .venv/bin/python manage.py generate "$1" >&2
  (cd web && PATH="$JAR_ROOT/.venv/bin:$PATH" npx --no-install openapi-typescript "../$1/docs/api/openapi.json" -o "../$1/web/src/api/schema.ts" >/dev/null)
}

# generated_in_step: a fresh copy of the generated files equals the committed ones.
generated_in_step() {
  local copy=.local/generated file stale=()
  rm -rf "$copy"; mkdir -p "$copy/web/src/api"
  write_generated "$copy"
  while IFS= read -r file; do
    cmp -s "$copy/$file" "$file" || stale+=("$file")
  done < <(cd "$copy" && find . -type f | sed 's|^\./||')
  [ ${#stale[@]} -eq 0 ] || { echo "out of step with the models: ${stale[*]}"; echo "run ./jar generate and commit what changed"; return 1; }
}

# Python's types beside all the rest, which takes as long.
run_checks() {
  local types wrong=
  (step "types" env JAR_MODE=test .venv/bin/mypy) & types=$!
  (all_but_types) || wrong=1
  wait "$types" || wrong=1
  [ -z "$wrong" ] || exit 1
}

all_but_types() {
  step "ruff" .venv/bin/ruff check .
  step "ruff format" .venv/bin/ruff format --check .
  step "import direction" env PYTHONPATH=. .venv/bin/lint-imports
  step "data tables" .venv/bin/python -m jarcore tables
  say "$(.venv/bin/python -m jarcore sources | sed 's/^/    /')"
  step "migrations in step" env JAR_MODE=test .venv/bin/python manage.py makemigrations --check --dry-run
  step "generated files in step" generated_in_step
  step "Biome" in_web npx --no-install biome ci .
  step "TypeScript" in_web npx --no-install tsc --noEmit
  step "TypeScript of the worker" in_web npx --no-install tsc -p worker
}
