# Backup and restore of everything: boards, people, history, pictures. Both while the server runs.

# Runs something with DATABASE_URL set: the given database, or that of the demo.
with_database() { # COMMAND [ARGUMENT...]
	find_postgres || fail "PostgreSQL's programs are missing: run ./wandtafel demo first, or install postgresql-client."
	if [ -n "${DATABASE_URL:-}" ]; then
		"$@"
		return
	fi
	[ -f "$DATA/db/complete" ] || fail "There is no demo yet: run ./wandtafel demo first, or set DATABASE_URL."
	local was_up= code=0
	pg_ready "$DATA/db" && was_up=1
	pg_start "$DATA/db"
	"$@" || code=$?
	[ -n "$was_up" ] || pg_stop "$DATA/db"
	return "$code"
}

# Says what is wrong with a file, if anything.
is_backup() { # FILE
	# Read to its end: a reader that leaves early would look like a failure.
	[[ $("$PG_BIN/pg_restore" -l "$1" 2>/dev/null) == *'TABLE DATA public updates'* ]]
}

backup() { # FILE
	[ $# -eq 1 ] || fail "Usage: ./wandtafel backup FILE"
	[ ! -e "$1" ] || fail "$1 is there already; nothing was written over. Choose another name."
	[ -d "$(dirname "$1")" ] || fail "The folder $(dirname "$1") is not there."
	local half=$1.half
	# One moment of the database, whatever is written meanwhile.
	if ! "$PG_BIN/pg_dump" --format=custom --no-owner --no-privileges --file="$half" "$DATABASE_URL" 2>"$DATA/backup.log"; then
		rm -f "$half"
		fail "The backup was not made: $(tail -n 2 "$DATA/backup.log")"
	fi
	is_backup "$half" || { rm -f "$half"; fail "The backup was not made: the database has no boards in it. Is DATABASE_URL right?"; }
	mv "$half" "$1"
	say "$1 holds everything: $(du -h "$1" | cut -f1)."
}

restore() { # FILE
	[ $# -eq 1 ] || fail "Usage: ./wandtafel restore FILE"
	[ -r "$1" ] || fail "$1 is not there, or cannot be read."
	is_backup "$1" || fail "$1 is no backup made by ./wandtafel backup. Nothing was changed."
	# All of it or nothing. Servers that run are told, and forget what they have in memory.
	if ! {
		echo 'drop schema public cascade; create schema public; drop schema if exists drizzle cascade;'
		"$PG_BIN/pg_restore" --no-owner --no-privileges --file=- "$1" || echo 'the backup cannot be read;'
		cat <<'SQL'
set search_path = public;
do $$ begin
	if to_regclass('public.installation') is not null then
		update installation set generation = gen_random_uuid()::text;
		-- Never lower than it was in what is gone now: browsers keep what they have under it.
		update boards set edition = greatest(edition + 1, extract(epoch from now())::int - 1700000000);
	end if;
end $$;
notify wandtafel_restored;
SQL
	} | "$PG_BIN/psql" -X -q -v ON_ERROR_STOP=1 --single-transaction "$DATABASE_URL" >/dev/null 2>"$DATA/restore.log"; then
		fail "Nothing was changed: $(grep -m1 -E 'ERROR|FATAL|error' "$DATA/restore.log" || tail -n 1 "$DATA/restore.log")"
	fi
	node build/cli/migrate.js || fail "The backup is in, but the database could not be brought up to date. Run ./wandtafel restore again, or start the server."
	# A backup from before editions were counted has none; servers look again now that everything is in place.
	echo 'update boards set edition = extract(epoch from now())::int - 1700000000 where edition = 0; notify wandtafel_restored;' |
		"$PG_BIN/psql" -X -q -v ON_ERROR_STOP=1 --single-transaction "$DATABASE_URL" >/dev/null 2>>"$DATA/restore.log" ||
		fail "The backup is in, but servers that run could not be told. Start them anew."
	say "Everything is as it was when $1 was made. Boards that are open load anew."
}

backup_command() {
	need_packages
	need_build
	mkdir -p "$DATA"
	with_database "$@"
}
