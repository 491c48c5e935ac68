#!/usr/bin/env bash
# A private PostgreSQL cluster on loopback, for ./run. Sourced, or called by itself:
#
#   scripts/postgres.sh start|stop|crash|url|psql|destroy  FOLDER  kept|throwaway
#
# kept       fsync on, password (scram-sha-256) in FOLDER/password, which only its owner can read: the demo and real use
# throwaway  fsync off, no password, gone after the tests
#
# Works as root (the server then runs as the user postgres) and as an ordinary user. Starting twice is starting once.
set -euo pipefail

pg_die() { echo "postgres: $*" >&2; exit 1; }

# Debian keeps the server's programs off PATH.
pg_find() {
  PG_BIN="$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1 || true)"
  [ -n "$PG_BIN" ] || PG_BIN="$(dirname "$(command -v initdb || echo /)")"
  [ -x "$PG_BIN/initdb" ] || pg_die "the PostgreSQL server is missing: apt-get install postgresql"
}

pg_open() { # FOLDER MODE
  pg_folder="$1"; pg_mode="$2"
  case "$pg_mode" in kept | throwaway) ;; *) pg_die "the mode is kept or throwaway, not $pg_mode" ;; esac
  pg_find
  mkdir -p "$pg_folder"
  pg_folder="$(cd "$pg_folder" && pwd)"
  pg_data="$(readlink -f "$pg_folder/cluster" 2>/dev/null || echo "$pg_folder/cluster")"
  pg_role=ink_lamp
}

# The server refuses to run as root.
pg_as() {
  if [ "$(id -u)" = 0 ]; then
    (cd / && exec setpriv --reuid=postgres --regid=postgres --init-groups env -i PATH="$PATH" HOME=/nonexistent LANG=C.UTF-8 "$@")
  else
    (cd / && exec env LANG=C.UTF-8 "$@")
  fi
}

pg_prepare() {
  mkdir -p "$pg_folder/cluster" 2>/dev/null || true
  if [ "$(id -u)" = 0 ]; then
    id postgres >/dev/null 2>&1 || pg_die "there is no user postgres: apt-get install postgresql"
    # Below a folder that only root may enter the server can't reach its files: they lie elsewhere then, behind a link.
    if [ ! -L "$pg_folder/cluster" ] && ! pg_as test -x "$pg_folder"; then
      local real; real="/var/tmp/ink-lamp-$(printf %s "$pg_folder" | sha256sum | cut -c1-12)"
      rmdir "$pg_folder/cluster" || pg_die "$pg_folder/cluster is not empty and the user postgres can't reach it"
      mkdir -p "$real"; ln -s "$real" "$pg_folder/cluster"
    fi
    pg_data="$(readlink -f "$pg_folder/cluster")"
    chown postgres: "$pg_data"
  fi
  chmod 700 "$pg_data"
}

# A killed server leaves its pid file behind, and another process may have got that number since.
pg_alive() {
  local pid
  pid="$(pg_as head -1 "$pg_data/postmaster.pid" 2>/dev/null)" || return 1
  [ -n "$pid" ] && [ "$(cat "/proc/$pid/comm" 2>/dev/null)" = postgres ] && ! grep -q '^State:[[:space:]]*Z' "/proc/$pid/status"
}

pg_port() { pg_as sed -n 4p "$pg_data/postmaster.pid"; }
pg_ready() { pg_alive && pg_as "$PG_BIN/pg_isready" -q -t 5 -h 127.0.0.1 -p "$(pg_port)"; }

# Below the ports that the system gives to outgoing connections: those are taken and free again at any moment.
pg_free_port() {
  local port
  for port in $(cat "$pg_folder/port" 2>/dev/null) $(seq 24330 24429); do
    (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null || { echo "$port"; return; }
  done
  pg_die "no free port in 24330 to 24429"
}

pg_url() {
  local secret=""
  [ "$pg_mode" = throwaway ] || secret=":$(cat "$pg_folder/password")"
  echo "postgres://$pg_role$secret@127.0.0.1:$(pg_port)/${1:-ink_lamp}"
}

pg_psql() { "$PG_BIN/psql" -X -q -v ON_ERROR_STOP=1 "$@"; }

pg_init() {
  local auth=(--auth=trust) secret=""
  if [ "$pg_mode" = kept ]; then
    [ -s "$pg_folder/password" ] || (umask 077 && head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' >"$pg_folder/password")
    chmod 600 "$pg_folder/password"
    # Read by initdb through a file of the server's own user, gone again at once.
    secret="$pg_data.secret"
    (umask 077 && cat "$pg_folder/password" >"$secret"); [ "$(id -u)" != 0 ] || chown postgres: "$secret"
    auth=(--auth=scram-sha-256 --pwfile="$secret")
  fi
  # Made beside its place and then put there: a cluster in its place is always a whole one.
  local failed=0
  rm -rf -- "$pg_data.new"; mkdir -m 700 "$pg_data.new"; [ "$(id -u)" != 0 ] || chown postgres: "$pg_data.new"
  pg_as "$PG_BIN/initdb" -D "$pg_data.new" -U "$pg_role" "${auth[@]}" --encoding=UTF8 --locale=C.UTF-8 >"$pg_folder/initdb.log" 2>&1 || failed=1
  [ -z "$secret" ] || rm -f "$secret"
  if [ "$failed" = 1 ]; then cat "$pg_folder/initdb.log" >&2; pg_die "initdb failed"; fi
  rmdir "$pg_data" || pg_die "$pg_data holds something that is no cluster; move it away first"
  mv "$pg_data.new" "$pg_data"
}

pg_start() {
  pg_prepare
  exec 9>"$pg_folder/lock"; flock -w 120 9 || pg_die "another start is stuck"
  pg_as test -s "$pg_data/PG_VERSION" || pg_init
  if ! pg_ready; then
    local port settings
    port="$(pg_free_port)"; echo "$port" >"$pg_folder/port"
    pg_alive || pg_as rm -f "$pg_data/postmaster.pid"
    settings="-p $port -c listen_addresses=127.0.0.1 -k '' -c max_connections=200 -c timezone=UTC"
    [ "$pg_mode" = kept ] || settings="$settings -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
    # The server must not hold our lock, nor a caller's pipe: whoever waits for its end would wait for ever.
    (
      for fd in $(ls "/proc/$BASHPID/fd"); do [ "$fd" -le 2 ] || eval "exec $fd>&-"; done
      pg_as "$PG_BIN/pg_ctl" -D "$pg_data" -w -t 60 -l "$pg_data/server.log" start -o "$settings"
    ) </dev/null >/dev/null 2>&1 || { pg_as tail -20 "$pg_data/server.log" >&2; pg_die "the server did not start"; }
  fi
  pg_psql -d "$(pg_url postgres)" -tAc "select 1 from pg_database where datname = 'ink_lamp'" | grep -q 1 ||
    pg_psql -d "$(pg_url postgres)" -c 'create database ink_lamp'
  exec 9>&-
}

pg_stop() { # fast|immediate: the latter as a machine that loses its power
  pg_alive || return 0
  pg_as "$PG_BIN/pg_ctl" -D "$pg_data" -m "${1:-fast}" -w -t 60 stop >/dev/null
}

pg_destroy() {
  pg_stop
  rm -rf -- "$pg_data" "$pg_folder"
}

if [ "${BASH_SOURCE[0]}" = "$0" ]; then
  [ $# -ge 3 ] || pg_die "usage: postgres.sh start|stop|crash|url|psql|destroy FOLDER kept|throwaway"
  command="$1"; pg_open "$2" "$3"; shift 3
  case "$command" in
    start) pg_start && pg_url ;;
    stop) pg_stop ;;
    crash) pg_stop immediate ;;
    url) pg_ready || pg_die "not running"; pg_url ;;
    psql) pg_ready || pg_die "not running"; pg_psql -d "$(pg_url)" "$@" ;;
    destroy) pg_destroy ;;
    *) pg_die "usage: postgres.sh start|stop|crash|url|psql|destroy FOLDER kept|throwaway" ;;
  esac
fi
