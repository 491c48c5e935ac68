#!/usr/bin/env bash
# The whole record in one file, and back. Called by ./run, or by itself with a database's address:
#
#   scripts/backup.sh backup  URL FILE
#   scripts/backup.sh restore URL FILE [--replace]
#   scripts/backup.sh keep    URL FOLDER HOW-MANY HOURS
#
# backup   writes FILE, puts it back into a database beside and compares every row before it is called done
# keep     a backup into FOLDER where the last one there is HOURS old, and no more than HOW-MANY of them; ./run calls it while Ink Lamp runs
# restore  takes an empty record only, unless --replace says otherwise; what was there is then kept under another name
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/postgres.sh"

backup_die() { echo "backup: $*" >&2; exit 1; }
backup_psql() { "$PG_BIN/psql" -X -q -v ON_ERROR_STOP=1 -tA -d "$@"; }
# The address of another database of the same server.
backup_beside() { echo "${1%/*}/$2"; }

# Each table with its rows as a count and as one digest: two records are the same where these are.
backup_digests="select format('select %L, count(*), md5(coalesce(string_agg(d, '''' order by d), '''')) from (select md5(t::text) d from %I t) all_rows', c.relname, c.relname)
  from pg_class c where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' order by c.relname \\gexec"

backup_digest() { backup_psql "$1" <<<"$backup_digests"; }
backup_drop() { backup_psql "$(backup_beside "$1" postgres)" -c "drop database if exists $2 with (force)" >/dev/null 2>&1 || true; }

# A file put into a new database beside the record's; it is there whole or not at all.
backup_into() { # URL NAME FILE
  backup_psql "$(backup_beside "$1" postgres)" -c "create database $2" || backup_die "the server makes no database beside the record's"
  "$PG_BIN/pg_restore" --no-owner --no-privileges --exit-on-error --single-transaction -d "$(backup_beside "$1" "$2")" "$3"
}

backup() { # URL FILE
  local there back
  url="$1"; file="$2"; part="$2.part"; beside="ink_lamp_check_$$"
  [ ! -e "$file" ] || backup_die "$file is there already; a backup is never written over"
  [ -d "$(dirname "$file")" ] || backup_die "there is no folder $(dirname "$file")"
  # Dump and digests see one moment of the record, whatever is written meanwhile.
  there="$(PART="$part" DUMP="$PG_BIN/pg_dump" URL="$url" backup_psql "$url" <<SQL
begin isolation level repeatable read read only;
select pg_export_snapshot() as moment \\gset
\\setenv MOMENT :moment
\\! "\$DUMP" --format=custom --no-owner --no-privileges --snapshot="\$MOMENT" -f "\$PART" -d "\$URL" >&2
$backup_digests
commit;
SQL
)" || { rm -f "$part"; backup_die "the record could not be read"; }
  trap 'backup_drop "$url" "$beside"; rm -f "$part"' EXIT
  [ -s "$part" ] || backup_die "nothing was written to $part"
  backup_into "$url" "$beside" "$part" || backup_die "what was written can't be read back"
  back="$(backup_digest "$(backup_beside "$url" "$beside")")"
  [ "$there" = "$back" ] || backup_die "what was written is not what is in the record"
  chmod 600 "$part"
  mv "$part" "$file"
  echo "$file holds the record, read back and compared row by row:"
  sed -E 's/^([^|]*)\|([^|]*)\|.*/  \1: \2/' <<<"$there"
}

restore() { # URL FILE [--replace]
  local replace="${3:-}" name admin others rows aside
  url="$1"; file="$2"; beside="ink_lamp_restored_$$"
  name="${url##*/}"; admin="$(backup_beside "$url" postgres)"
  [ -r "$file" ] || backup_die "there is no file $file"
  "$PG_BIN/pg_restore" --list "$file" >/dev/null 2>&1 || backup_die "$file is no backup of Ink Lamp, or it is damaged"
  others="$(backup_psql "$admin" -c "select count(*) from pg_stat_activity where datname = '$name'")"
  [ "$others" = 0 ] || backup_die "somebody uses the record. Stop Ink Lamp first"
  rows="$(backup_psql "$url" -c "select count(*) from sitting" 2>/dev/null || echo 0)"
  [ "$rows" = 0 ] || [ "$replace" = --replace ] ||
    backup_die "the record here holds $rows sittings. Say --replace to put it aside and take the one in the file"
  trap 'backup_drop "$url" "$beside"' EXIT
  backup_into "$url" "$beside" "$file" || backup_die "$file could not be put back. Nothing was changed"
  # Whoever was let out since the backup was made must not be in again by it. Records of earlier versions have no doors.
  backup_psql "$(backup_beside "$url" "$beside")" <<'SQL'
do $$ begin
  if to_regclass('door_session') is not null then
    update door_session set ended_at = now() where ended_at is null;
    update door_code set ended_at = now() where ended_at is null;
  end if;
end $$;
SQL
  aside="${name}_before_$(date -u +%Y%m%d%H%M%S)"
  backup_psql "$admin" -c "alter database $name rename to $aside" -c "alter database $beside rename to $name"
  trap - EXIT
  if [ "$rows" = 0 ]; then backup_drop "$url" "$aside"; else echo "What was here is kept as the database $aside."; fi
  echo "The record is the one of $file:"
  backup_digest "$url" | sed -E 's/^([^|]*)\|([^|]*)\|.*/  \1: \2/'
}

# Only files that this made are counted and put away: what else lies in the folder is somebody's own.
backup_kept() { find "$1" -maxdepth 1 -type f -name 'ink-lamp-[0-9]*T[0-9]*Z.backup' "${@:2}" | sort; }

keep() { # URL FOLDER HOW-MANY HOURS
  local folder="$2" most="$3" hours="$4" old
  [[ "$most" =~ ^[1-9][0-9]{0,3}$ ]] || backup_die "INK_LAMP_BACKUPS_KEEP is $most. Give how many to keep, 1 to 9999"
  [[ "$hours" =~ ^[1-9][0-9]{0,3}$ ]] || backup_die "INK_LAMP_BACKUPS_EVERY is $hours. Give whole hours, 1 to 8760"
  mkdir -p "$folder" || backup_die "$folder can't be made"
  if [ -n "$(backup_kept "$folder" -mmin "-$((hours * 60))")" ]; then return; fi
  (backup "$1" "$folder/ink-lamp-$(date -u +%Y%m%dT%H%M%SZ).backup")
  # The new one is there and was compared: now the oldest may go.
  backup_kept "$folder" | head -n "-$most" | while read -r old; do rm -f -- "$old"; echo "$old is older than the last $most; it is gone"; done
}

if [ "${BASH_SOURCE[0]}" = "$0" ]; then
  [ $# -ge 3 ] || backup_die "usage: backup.sh backup|restore URL FILE [--replace], or keep URL FOLDER HOW-MANY HOURS"
  pg_find
  case "$1" in
    backup) backup "$2" "$3" ;;
    restore) restore "$2" "$3" "${4:-}" ;;
    keep) keep "$2" "$3" "${4:-14}" "${5:-24}" ;;
    *) backup_die "backup, restore or keep, and not $1" ;;
  esac
fi
