# A kitchen's database: where it came from, and how it gets to a newer version.

# With one database for demo and serve, before, a kitchen's was in .local/pg. It is not forgotten there.
refuse_to_leave_a_database_behind() {
  [ -z "${DATABASE_URL:-}" ] && [ ! -e "$PG_HOME/port" ] && [ -d "$JAR_ROOT/.local/pg" ] || return 0
  local people; people=$(people_of_before)
  [ "${people:-0}" = 0 ] || fail "the kitchen's database of before ($people people) is in .local/pg" "./jar adopt takes it to where serve keeps it, $PG_HOME"
}

# in_mode MODE COMMAND...: run it for another mode's cluster, and say nothing of that to the rest.
in_mode() { (unset DATABASE_URL OWN_DATABASE; use_mode "$1"; start_postgres; "${@:2}"); }

query() { "$(postgres_bin)/psql" -tA "$DATABASE_URL" -c "$1" 2>/dev/null || true; }

people_of_before() {
  [ -e "$JAR_ROOT/.local/pg/port" ] || return 0
  in_mode demo query "select count(*) from accounts_user where username not in ('mk', 'ot', 'vs')"
}

dump_to() { "$(postgres_bin)/pg_dump" -Fc --no-owner --no-privileges -f "$1" "$DATABASE_URL"; }

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

# back_up_first: a copy beside the database, before its schema is changed.
back_up_first() {
  local folder file; folder=$(serve_home)/back-ups; file=$folder/before-$(date +%Y-%m-%d-%H%M%S).dump
  (umask 077; mkdir -p "$folder"; step "back-up in $file" dump_to "$file")
}

upgrade() { set_up; back_up_first; make_ready_to_serve; }
