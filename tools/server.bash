# The application's own process: gunicorn on loopback.

WEB_HOME=$JAR_ROOT/.local/web
# Threads, not async workers: four open event streams would stop sync workers, and ASGI cuts plain views tenfold.
GUNICORN=(--workers 2 --threads 8 --worker-class gthread --no-control-socket --config tools/gunicorn.conf.py)

server_pid() {
  local pid; pid=$(cat "$WEB_HOME/pid" 2>/dev/null) || return 1
  # A pid may have been given to another program since: it must be our gunicorn.
  tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -q 'gunicorn.*server.config.wsgi' && echo "$pid"
}

server_address() { echo "http://127.0.0.1:$(cat "$WEB_HOME/port")/"; }

answers() { .venv/bin/python - "$1" <<'PY' 2>/dev/null
import sys, urllib.request
urllib.request.build_opener(urllib.request.ProxyHandler({})).open(sys.argv[1], timeout=2).read()
PY
}

secret_key() {
  mkdir -p "$JAR_ROOT/.local"
  [ -s .local/secret-key ] || (umask 077; head -c 48 /dev/urandom | base64 -w0 >.local/secret-key)
  cat .local/secret-key
}

start_server() {
  mkdir -p "$WEB_HOME"
  # A server that runs keeps the code it started with, so a second demo starts it anew.
  stop_server
  free_port "${JAR_PORT:-$(cat "$WEB_HOME/port" 2>/dev/null || echo 8470)}" >"$WEB_HOME/port.new"; mv "$WEB_HOME/port.new" "$WEB_HOME/port"
  JAR_MODE=$1 JAR_SECRET_KEY=$(secret_key) setsid .venv/bin/gunicorn server.config.wsgi "${GUNICORN[@]}" \
    --bind "127.0.0.1:$(cat "$WEB_HOME/port")" --pid "$WEB_HOME/pid" </dev/null >"$WEB_HOME/log" 2>&1 &
  local started=$SECONDS
  until answers "$(server_address)sign-in"; do
    [ $((SECONDS - started)) -lt 40 ] || { tail -20 "$WEB_HOME/log" >&2; fail "the application did not answer within 40 s" "read .local/web/log"; }
    sleep 0.2
  done
  say "  application: $((SECONDS - started)) s"
}

run_server_in_foreground() {
  mkdir -p "$WEB_HOME"
  echo "${JAR_PORT:-8470}" >"$WEB_HOME/port"
  exec .venv/bin/gunicorn server.config.wsgi "${GUNICORN[@]}" --bind "127.0.0.1:$(cat "$WEB_HOME/port")" --pid "$WEB_HOME/pid"
}

stop_server() {
  local pid; pid=$(server_pid) || return 0
  kill "$pid"
  for _ in $(seq 100); do server_pid >/dev/null || { say "  application: stopped"; rm -f "$WEB_HOME/pid"; return 0; }; sleep 0.1; done
  kill -9 "$pid"
}

# A server for measuring, with the demo's data in a database of its own, so that nothing of the kitchen is touched.
start_speed_server() {
  mkdir -p "$WEB_HOME"
  local port; port=$(free_port 8670)
  make_bench_database
  step "demo data to measure with" manage_quietly demo
  JAR_MODE=demo JAR_SECRET_KEY=$(secret_key) setsid .venv/bin/gunicorn server.config.wsgi "${GUNICORN[@]}" \
    --bind "127.0.0.1:$port" --pid "$WEB_HOME/speed-pid" </dev/null >"$WEB_HOME/speed-log" 2>&1 &
  echo "http://127.0.0.1:$port" >"$WEB_HOME/speed-address"
  for _ in $(seq 100); do answers "http://127.0.0.1:$port/sign-in" && return 0; sleep 0.2; done
  fail "the server to measure did not answer" "read .local/web/speed-log"
}

stop_speed_server() { kill "$(cat "$WEB_HOME/speed-pid" 2>/dev/null)" 2>/dev/null || true; }
