# A private PostgreSQL cluster on loopback, on a port of its own: in .local/pg, or in the kitchen's own place for serve.
# DATABASE_URL overrides all of it for those who have a server.

postgres_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1; }

# as_postgres COMMAND...: PostgreSQL refuses to run as root, so root steps down to Debian's postgres user.
as_postgres() { if [ "$(id -u)" = 0 ]; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi; }

# Where the cluster is. The postgres user may not enter every checkout (below /root, say): then it lives in /var/lib.
postgres_place() {
  if [ -s "$PG_HOME/moved-to" ]; then cat "$PG_HOME/moved-to"; else echo "$PG_HOME"; fi
}

choose_place() {
  mkdir -p "$PG_HOME"
  local place=$PG_HOME
  if [ "$(id -u)" = 0 ]; then
    if ! runuser -u postgres -- test -x "$PG_HOME"; then
      place=/var/lib/postgresql/jar-$(printf %s "$PG_HOME" | sha256sum | cut -c1-12)
      echo "$place" >"$PG_HOME/moved-to"
    fi
    install -d -o postgres -g postgres -m 700 "$place/data" "$place/run" "$place/log"
  else
    install -d -m 700 "$place/data" "$place/run" "$place/log"
  fi
}

# A socket's path may hold 107 bytes; a deep checkout gets a short folder instead.
socket_folder() {
  local place; place=$(postgres_place)
  if [ ${#place} -le 80 ]; then echo "$place/run"; return; fi
  local short; short=/tmp/jar-pg-$(id -u)-$(printf %s "$place" | sha256sum | cut -c1-8)
  if [ "$(id -u)" = 0 ]; then install -d -o postgres -m 700 "$short"; else install -d -m 700 "$short"; fi
  echo "$short"
}

# free_port FROM [HOW_MANY]: the first free one of so many ports.
free_port() { python3 - "$1" "${2:-200}" <<'PY'
import socket, sys
for port in range(int(sys.argv[1]), int(sys.argv[1]) + int(sys.argv[2])):
    with socket.socket() as s:
        # As the servers themselves do: a port that only waits for its last packets is free.
        s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            s.bind(("127.0.0.1", port))
        except OSError:
            continue
        print(port)
        break
PY
}

pg_ctl() { local bin; bin=$(postgres_bin); as_postgres "$bin/pg_ctl" -D "$(postgres_place)/data" "$@"; }

postgres_runs() { [ -n "${DATABASE_URL:-}" ] || { [ -e "$PG_HOME/port" ] && pg_ctl status >/dev/null 2>&1; }; }

make_cluster() {
  local place bin; place=$(postgres_place); bin=$(postgres_bin)
  (umask 077; head -c 24 /dev/urandom | base64 | tr -dc 'A-Za-z0-9' >"$PG_HOME/password")
  # The password goes in by a file that only the cluster's owner reads, and is removed at once.
  local file=$place/run/first; (umask 077; cat "$PG_HOME/password" >"$file"); [ "$(id -u)" != 0 ] || chown postgres "$file"
  as_postgres "$bin/initdb" -D "$place/data" -U jar --pwfile="$file" -A scram-sha-256 -E UTF8 --locale=C.UTF-8 --no-sync
  rm -f "$file"
}

launch_postgres() {
  # The port is kept between starts, but another program may have taken it since, or take it just now.
  local from; from=$(cat "$PG_HOME/port" 2>/dev/null || echo 54320)
  for _ in 1 2 3 4; do
    free_port "$from" >"$PG_HOME/port.new"; mv "$PG_HOME/port.new" "$PG_HOME/port"
    try_postgres && return 0
    from=$(($(cat "$PG_HOME/port") + 1 + RANDOM % 20))
  done
  tail -20 "$(postgres_place)/log/postgres.log" >&2
  return 1
}

try_postgres() {
  pg_ctl -l "$(postgres_place)/log/postgres.log" -w -t 30 -s \
    -o "-p $(cat "$PG_HOME/port") -k '$(socket_folder)' -c listen_addresses=127.0.0.1 -c unix_socket_permissions=0700" start 9>&-
}

# The owner is jar, who migrates; the application is jar_app, who reads and writes rows and no more (server/common/rights.py).
make_database() {
  local bin; bin=$(postgres_bin)
  export PGPASSWORD; PGPASSWORD=$(cat "$PG_HOME/password")
  local server=(-h 127.0.0.1 -p "$(cat "$PG_HOME/port")" -U jar)
  "$bin/psql" "${server[@]}" -d postgres -tAc "select 1 from pg_database where datname='jar'" | grep -q 1 ||
    "$bin/createdb" "${server[@]}" jar
  [ -s "$PG_HOME/app-password" ] || (umask 077; head -c 24 /dev/urandom | base64 | tr -dc 'A-Za-z0-9' >"$PG_HOME/app-password")
  "$bin/psql" "${server[@]}" -d postgres -tAc "select 1 from pg_roles where rolname='jar_app'" | grep -q 1 ||
    echo "create role jar_app login password '$(cat "$PG_HOME/app-password")'" | "$bin/psql" "${server[@]}" -d postgres -q
}

# make_bench_database: a fresh one beside the kitchen's, on the same server; DATABASE_URL then points at it.
make_bench_database() {
  local bin; bin=$(postgres_bin)
  export DATABASE_URL=${DATABASE_URL%/*}/jar_bench
  APP_URL=${APP_URL%/*}/jar_bench
  "$bin/psql" -q "${DATABASE_URL%/*}/postgres" -c 'drop database if exists jar_bench with (force)' -c 'create database jar_bench' >&2
}

# launch: the cluster there, running, with its database. Does nothing where all that is so.
launch() {
  if [ -d "$PG_HOME/data" ] && [ "$(id -u)" != 0 ] && [ ! -O "$PG_HOME/data" ]; then
    fail "the database in $PG_HOME belongs to another user ($(stat -c %U "$PG_HOME/data"))" "run as that user, or use a checkout of your own"
  fi
  choose_place
  as_postgres test -s "$(postgres_place)/data/PG_VERSION" || step "new database cluster" make_cluster
  postgres_runs || step "PostgreSQL" launch_postgres
  make_database >&2
}

# start_postgres: DATABASE_URL is then the owner's address, for whoever migrates, and APP_URL the application's.
start_postgres() {
  [ -z "${APP_URL:-}" ] || return 0
  if [ -n "${DATABASE_URL:-}" ]; then
    APP_URL=$DATABASE_URL
    export DATABASE_URL=${DATABASE_OWNER_URL:-$DATABASE_URL}
    return 0
  fi
  alone launch
  OWN_DATABASE=1
  local at; at="127.0.0.1:$(cat "$PG_HOME/port")/jar"
  export DATABASE_URL; DATABASE_URL="postgresql://jar:$(cat "$PG_HOME/password")@$at"
  APP_URL="postgresql://jar_app:$(cat "$PG_HOME/app-password")@$at"
}

stop_postgres() {
  [ -e "$PG_HOME/port" ] && [ -n "$(postgres_bin)" ] || return 0
  if pg_ctl status >/dev/null 2>&1; then pg_ctl -m fast -w -s stop; say "  PostgreSQL: stopped"; fi
}
