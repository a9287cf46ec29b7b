# A kitchen's database: where it came from, and how it gets to a newer version.

# With one database for demo and serve, before, a kitchen's was in .local/pg. It is not forgotten there.
refuse_to_leave_a_database_behind() {
  [ -z "${DATABASE_URL:-}" ] && [ ! -e "$PG_HOME/port" ] && [ -d "$JAR_ROOT/.local/pg" ] || return 0
  local people; people=$(people_of_before)
  [ "${people:-0}" = 0 ] || fail "the kitchen's database of before ($people people) is in .local/pg" "./jar adopt takes it to where serve keeps it, $PG_HOME"
}

# in_mode MODE COMMAND...: run it for another mode's cluster, and say nothing of that to the rest.
in_mode() { (unset DATABASE_URL APP_URL OWN_DATABASE; use_mode "$1"; start_postgres; "${@:2}"); }

query() { "$(postgres_bin)/psql" -tA "$DATABASE_URL" -c "$1" 2>/dev/null || true; }

people_of_before() {
  [ -e "$JAR_ROOT/.local/pg/port" ] || return 0
  in_mode demo query "select count(*) from accounts_user where username not in ('mk', 'ot', 'vs')"
}

# Who was signed in then, and links that opened then, do not come back with a back-up: a lost tablet stays signed out.
dump_to() { "$(postgres_bin)/pg_dump" -Fc --no-owner --no-privileges --exclude-table-data=accounts_session --exclude-table-data=kitchens_link -f "$1" "$DATABASE_URL"; }

adopt() {
  local file; file=$JAR_ROOT/.local/adopted.dump
  set_up
  [ "$(query "select count(*) from accounts_user")" = 0 ] || [ -z "$(query "select to_regclass('accounts_user')")" ] ||
    fail "there are people in the kitchen's database already" "take it as it is, with ./jar serve"
  (umask 077; step "the database of before, read" in_mode demo dump_to "$file")
  step "the kitchen's database, written" "$(postgres_bin)/pg_restore" --clean --if-exists --no-owner --no-privileges --exit-on-error --single-transaction -d "$DATABASE_URL" "$file"
  rm -f "$file"
  step "database schema" manage_quietly migrate --no-input
  manage forget_demo
}

# from_where_called FILE: the file that somebody means who called ./jar from another folder.
from_where_called() { case "$1" in /*) echo "$1" ;; *) echo "$JAR_CALLED_FROM/$1" ;; esac; }

database_ready() { need_packages postgres; need_python; start_postgres; }

# back_up FILE: a whole and readable copy, or none; nobody else may read it.
back_up() {
  local file; file=$(from_where_called "$1")
  database_ready
  [ ! -e "$file" ] || fail "$file is there already" "name another file: a back-up is never written over"
  (umask 077; step "back-up" dump_to "$file.part")
  step "back-up, read again" "$(postgres_bin)/pg_restore" --list "$file.part"
  mv "$file.part" "$file"
  say "  $file: $(du -h "$file" | cut -f1)"
}

# beside NAME: the address of another database on the same server.
beside() { echo "${DATABASE_URL%/*}/$1"; }
on_the_server() { "$(postgres_bin)/psql" -q "$(beside postgres)" -c "$1" >&2; }

# restore FILE [--yes]: into a database of its own first; only when that is whole and ours does it take the place of the old.
restore() {
  local file own answer; file=$(from_where_called "$1")
  [ -r "$file" ] || fail "$file cannot be read" "name the back-up to restore"
  ! server_runs || fail "it runs just now" "./jar stop ends it"
  database_ready
  own=${DATABASE_URL##*/}
  "$(postgres_bin)/pg_restore" --list "$file" >/dev/null 2>&1 || fail "$file is no back-up of ./jar" "name the back-up to restore"
  if [ "${2:-}" != --yes ]; then
    say "This replaces the database in ${PG_HOME} ($(query "select count(*) from accounts_user") people) by that of $(date -r "$file" '+%Y-%m-%d %H:%M'). The one that is there stays as ${own}_before."
    read -r -p "Type yes to go on: " answer || true
    [ "$answer" = yes ] || fail "nothing was replaced" "answer yes, or say --yes"
  fi
  on_the_server "drop database if exists ${own}_restored with (force)"
  on_the_server "create database ${own}_restored"
  step "back-up, restored beside the database" "$(postgres_bin)/pg_restore" --no-owner --no-privileges --exit-on-error --single-transaction -d "$(beside "${own}_restored")" "$file"
  DATABASE_URL=$(beside "${own}_restored") step "its schema" manage_quietly make_ready --schema-only
  on_the_server "drop database if exists ${own}_before with (force)"
  on_the_server "select pg_terminate_backend(pid) from pg_stat_activity where datname = '$own'"
  on_the_server "alter database $own rename to ${own}_before"
  on_the_server "alter database ${own}_restored rename to $own"
  say "  restored; what was there is ${own}_before until the next time"
}

# back_up_first: a copy beside the database, before its schema is changed.
back_up_first() {
  local folder file; folder=$(serve_home)/back-ups; file=$folder/before-$(date +%Y-%m-%d-%H%M%S).dump
  (umask 077; mkdir -p "$folder"; step "back-up in $file" dump_to "$file")
}

upgrade() { set_up; back_up_first; make_ready_to_serve; }
