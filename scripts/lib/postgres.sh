# A PostgreSQL cluster of our own in a folder of the project, on a loopback port.
# PostgreSQL refuses to run as root: then it runs as the system user "postgres".

PG_BIN=
find_postgres() {
	local folder
	for folder in $(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -rV); do
		[ -x "$folder/initdb" ] && [ -x "$folder/postgres" ] && PG_BIN=$folder && return 0
	done
	if command -v initdb >/dev/null && command -v postgres >/dev/null; then
		PG_BIN=$(dirname "$(readlink -f "$(command -v initdb)")")
		return 0
	fi
	return 1
}

need_postgres() {
	find_postgres && return 0
	mkdir -p "$DATA"
	# Without this, Debian would make and start a cluster of its own on the standard port.
	if [ ! -e /etc/postgresql-common/createcluster.conf ]; then
		as_root mkdir -p /etc/postgresql-common && printf 'create_main_cluster = false\n' | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null || true
	fi
	apt_install "PostgreSQL is missing." postgresql
	find_postgres || fail "PostgreSQL was installed but its programs cannot be found under /usr/lib/postgresql."
}

# Runs a program as somebody who is not root. A folder that this somebody could not reach (a clone below
# /root, say) is reached with the right to pass by file permissions, and with nothing else of root's.
as_postgres() {
	if [ "$(id -u)" -ne 0 ]; then
		"$@"
		return
	fi
	local user=postgres
	id "$user" >/dev/null 2>&1 || user=nobody
	if runuser -u "$user" -- test -x "$DATA" 2>/dev/null; then
		runuser -u "$user" -- "$@"
	else
		setpriv --reuid="$user" --regid="$(id -g "$user")" --clear-groups \
			--inh-caps=-all,+dac_override,+dac_read_search --ambient-caps=-all,+dac_override,+dac_read_search "$@"
	fi
}

pg_ready() { # FOLDER
	[ -s "$1/port" ] && "$PG_BIN/pg_isready" -q -h 127.0.0.1 -p "$(cat "$1/port")" 2>/dev/null
}

# Makes the cluster in FOLDER if there is none.
pg_make() { # FOLDER
	local folder=$1
	need_postgres
	mkdir -p "$folder"
	if [ -d "$folder/pg" ] && [ ! -f "$folder/complete" ]; then
		say "A half-made database cluster lies in $folder/pg, from a run that was broken off; it is made anew."
		rm -rf "$folder/pg" "$folder/port" "$folder/password"
	fi
	if [ ! -d "$folder/pg" ]; then
		need_disk 200
		say "Making a database cluster in $folder/pg"
		(umask 077 && random_text >"$folder/password")
		mkdir -p "$folder/pg"
		if [ "$(id -u)" -eq 0 ]; then
			chown "$(as_postgres id -u):$(as_postgres id -g)" "$folder/pg" "$folder/password"
			chmod 711 "$DATA" "$folder"
		fi
		chmod 700 "$folder/pg"
		as_postgres "$PG_BIN/initdb" -D "$folder/pg" -U wandtafel --auth=scram-sha-256 --pwfile="$folder/password" \
			--encoding=UTF8 --locale=C.UTF-8 --no-sync >"$folder/initdb.log" 2>&1 ||
			{ rm -rf "$folder/pg"; fail "The database cluster could not be made: $(tail -n 3 "$folder/initdb.log")"; }
		touch "$folder/complete"
	fi
}

# Makes the cluster in FOLDER if there is none, starts it, sets DATABASE_URL. More arguments go to
# the server.
pg_start() { # FOLDER [SETTING...]
	local folder=$1
	shift
	pg_make "$folder"
	if ! pg_ready "$folder"; then
		# A cluster that was killed leaves its lock behind; PostgreSQL itself tells whether it still holds.
		local port
		port=$(free_port "$(cat "$folder/port" 2>/dev/null || echo 0)")
		echo "$port" >"$folder/port"
		: >"$folder/pg.log"
		[ "$(id -u)" -ne 0 ] || chown "$(as_postgres id -u)" "$folder/pg.log"
		as_postgres "$PG_BIN/pg_ctl" -D "$folder/pg" -w -t 60 -l "$folder/pg.log" \
			-o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c log_min_messages=warning $*" start >/dev/null ||
			fail "PostgreSQL did not start: $(grep -E 'FATAL|PANIC|ERROR' "$folder/pg.log" | tail -n 2)
If the disk is full, make room. If the cluster is broken, ./wandtafel stop, remove $folder and try again; the demo's data is then made anew."
	fi
	DATABASE_URL="postgres://wandtafel:$(cat "$folder/password")@127.0.0.1:$(cat "$folder/port")/postgres"
	export DATABASE_URL
}

pg_stop() { # FOLDER
	find_postgres || return 0
	[ -d "$1/pg" ] || return 0
	as_postgres "$PG_BIN/pg_ctl" -D "$1/pg" -m fast -w -t 30 stop >/dev/null 2>&1 || true
}
