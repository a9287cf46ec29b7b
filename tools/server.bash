# The application: a supervisor that runs gunicorn on loopback and the worker of the queue, and looks after PostgreSQL.

# Threads, not async workers: four open event streams would stop sync workers, and ASGI cuts plain views tenfold.
# The worker is gunicorn's own threaded one, but that a request waits outside of the threads until it is whole.
GUNICORN=(--workers 2 --threads 8 --worker-class server.config.worker.WholeRequests --no-control-socket --graceful-timeout 10 --config tools/gunicorn.conf.py)
PORT=8470

# use_mode MODE: where a mode keeps what it runs with. What serves a kitchen is not in the checkout, where 'git clean' is.
use_mode() {
  WEB_HOME=$JAR_ROOT/.local/web
  PG_HOME=$JAR_ROOT/.local/pg
  if [ "$1" = serve ]; then
    WEB_HOME=$JAR_ROOT/.local/serve
    PG_HOME=$(serve_home)/pg
  fi
}

# As it is said, else as it was last served from here, so that ./jar stop finds what ./jar serve started.
serve_home() {
  if [ -n "${JAR_HOME:-}" ]; then echo "$JAR_HOME"
  elif [ -s "$JAR_ROOT/.local/serve/home" ]; then cat "$JAR_ROOT/.local/serve/home"
  elif [ "$(id -u)" = 0 ]; then echo /var/lib/jar-table
  else echo "${XDG_DATA_HOME:-$HOME/.local/share}/jar-table"; fi
}

# The supervisor holds this lock as long as it lives: no stale file and no other program's number can claim that it runs.
server_runs() { [ -e "$WEB_HOME/running" ] && ! flock -n "$WEB_HOME/running" true; }

server_address() { echo "http://127.0.0.1:$(cat "$WEB_HOME/port")/"; }

# answers ADDRESS INSTANCE: whether our own server answers there, and no other one that has its port.
answers() { .venv/bin/python - "$1" "$2" <<'PY' 2>/dev/null
import json, sys, urllib.request
asked = urllib.request.build_opener(urllib.request.ProxyHandler({})).open(sys.argv[1] + "healthz", timeout=2)
sys.exit(json.load(asked).get("instance") != sys.argv[2])
PY
}

secret_key() {
  mkdir -p "$JAR_ROOT/.local"
  [ -s .local/secret-key ] || (umask 077; head -c 48 /dev/urandom | base64 -w0 >.local/secret-key)
  cat .local/secret-key
}

new_instance() { head -c 8 /dev/urandom | od -An -tx1 | tr -d ' \n'; }

# supervised COMMAND...: the supervisor's command line for the mode in use.
supervisor() {
  SUPERVISOR=(.venv/bin/python tools/supervisor.py --lock "$WEB_HOME/running")
  [ -n "${OWN_DATABASE:-}" ] && SUPERVISOR+=(--own-database)
  SUPERVISOR+=(.venv/bin/gunicorn server.config.wsgi "${GUNICORN[@]}" --bind "127.0.0.1:$(cat "$WEB_HOME/port")")
}

start_server() {
  mkdir -p "$WEB_HOME"
  # A server that runs keeps the code it started with, so a second demo starts it anew.
  stop_server
  local from started=$SECONDS; from=${JAR_PORT:-$(cat "$WEB_HOME/port" 2>/dev/null || echo $PORT)}
  for _ in 1 2 3; do
    free_port "$from" >"$WEB_HOME/port.new"; mv "$WEB_HOME/port.new" "$WEB_HOME/port"
    if try_server "$1"; then say "  application: $((SECONDS - started)) s"; return 0; fi
    stop_server
    # Another program took the port between looking and starting.
    grep -q "in use" "$WEB_HOME/log" || break
    from=$(($(cat "$WEB_HOME/port") + 1 + RANDOM % 20))
  done
  tail -20 "$WEB_HOME/log" >&2
  fail "the application did not answer within 40 s" "read $WEB_HOME/log"
}

# try_server MODE: whether our own server answers at the port that was chosen.
try_server() {
  local instance tries; instance=$(new_instance)
  supervisor
  JAR_MODE=$1 JAR_SECRET_KEY=$(secret_key) JAR_INSTANCE=$instance DATABASE_URL=$APP_URL setsid "${SUPERVISOR[@]}" </dev/null >"$WEB_HOME/log" 2>&1 9>&- &
  for tries in $(seq 130); do
    answers "$(server_address)" "$instance" && return 0
    [ "$tries" -lt 10 ] || ! grep -q "in use" "$WEB_HOME/log" || return 1
    sleep 0.2
  done
  return 1
}

# What serves a kitchen stays at its port: whoever stands before it knows it by that.
run_server_in_foreground() {
  mkdir -p "$WEB_HOME"
  echo "${JAR_PORT:-$PORT}" >"$WEB_HOME/port"
  local port waited=$SECONDS; port=$(cat "$WEB_HOME/port")
  # One that was killed a moment ago may still be letting go of it.
  until [ "$(free_port "$port" 1)" = "$port" ]; do
    [ $((SECONDS - waited)) -lt "${JAR_PORT_WAIT:-15}" ] || fail "port $port is taken by another program" "stop that, or choose another one with JAR_PORT"
    sleep 0.5
  done
  supervisor
  serve_home >"$WEB_HOME/home"
  say "  serving at $(server_address) for $JAR_ORIGIN; ${OWN_DATABASE:+its database is in $PG_HOME}"
  JAR_INSTANCE=$(new_instance) DATABASE_URL=$APP_URL exec "${SUPERVISOR[@]}"
}

# A server that an earlier version started knows no supervisor; it left its number in a file.
stop_server_of_before() {
  local pid; pid=$(cat "$WEB_HOME/pid" 2>/dev/null) || return 0
  if [ "$(readlink "/proc/$pid/cwd")" = "$JAR_ROOT" ] && tr '\0' ' ' <"/proc/$pid/cmdline" | grep -q 'gunicorn.*server.config.wsgi'; then
    kill "$pid"
    for _ in $(seq 100); do [ -e "/proc/$pid" ] || break; sleep 0.1; done
  fi
  rm -f "$WEB_HOME/pid"
}

stop_server() {
  stop_server_of_before
  server_runs || return 0
  local pid; pid=$(cat "$WEB_HOME/running")
  kill "$pid" 2>/dev/null || true
  for _ in $(seq 250); do server_runs || { say "  application: stopped"; return 0; }; sleep 0.1; done
  kill -9 "$pid" 2>/dev/null || true
  say "  application: stopped, for it did not stop by itself"
}

# A server for measuring, with the demo's data in a database of its own, so that nothing of the kitchen is touched.
start_speed_server() {
  mkdir -p "$WEB_HOME"
  local port instance; port=$(free_port 8670); instance=$(new_instance)
  make_bench_database
  step "demo data to measure with" manage_quietly demo
  JAR_MODE=demo JAR_SECRET_KEY=$(secret_key) JAR_INSTANCE=$instance DATABASE_URL=$APP_URL setsid .venv/bin/gunicorn server.config.wsgi "${GUNICORN[@]}" \
    --bind "127.0.0.1:$port" --pid "$WEB_HOME/speed-pid" </dev/null >"$WEB_HOME/speed-log" 2>&1 &
  echo "http://127.0.0.1:$port" >"$WEB_HOME/speed-address"
  for _ in $(seq 100); do answers "http://127.0.0.1:$port/" "$instance" && return 0; sleep 0.2; done
  fail "the server to measure did not answer" "read $WEB_HOME/speed-log"
}

stop_speed_server() { kill "$(cat "$WEB_HOME/speed-pid" 2>/dev/null)" 2>/dev/null || true; }
