#!/usr/bin/env bash
# Write the whole database into a file: deploy/backup.sh FILE.sql.gz
# Reads SNABO_DB_HOST, _PORT, _NAME, _USER and _PASSWORD. The file appears only when it is whole.
set -euo pipefail

file="${1:?Say where to: deploy/backup.sh FILE.sql.gz}"
secret="$(mktemp)"
trap 'rm -f "$secret" "$file.part"' EXIT
chmod 600 "$secret"
cat > "$secret" <<END
[client]
protocol=tcp
host="${SNABO_DB_HOST:-127.0.0.1}"
port="${SNABO_DB_PORT:-3306}"
user="${SNABO_DB_USER:-snabo}"
password="${SNABO_DB_PASSWORD:-}"
END

umask 077
mariadb-dump --defaults-file="$secret" --single-transaction --quick --hex-blob \
    --no-tablespaces --default-character-set=utf8mb4 "${SNABO_DB_NAME:-snabo}" \
    | gzip > "$file.part"
if ! gzip --decompress --stdout "$file.part" | tail -n 1 | grep -q '^-- Dump completed'; then
    echo "The database was not written to its end; nothing was kept." >&2
    exit 1
fi
mv "$file.part" "$file"
echo "Backed up into $file"
