#!/usr/bin/env bash
# Put a backup back into an empty database and bring it up to this release: deploy/restore.sh FILE
# Reads SNABO_DB_HOST, _PORT, _NAME, _USER and _PASSWORD. A database that holds anything is refused.
set -euo pipefail

file="${1:?Say from where: deploy/restore.sh FILE.sql.gz}"
here="$(cd "$(dirname "$0")" && pwd)"
secret="$(mktemp)"
trap 'rm -f "$secret"' EXIT
chmod 600 "$secret"
cat > "$secret" <<END
[client]
protocol=tcp
host="${SNABO_DB_HOST:-127.0.0.1}"
port="${SNABO_DB_PORT:-3306}"
user="${SNABO_DB_USER:-snabo}"
password="${SNABO_DB_PASSWORD:-}"
END
name="${SNABO_DB_NAME:-snabo}"

if ! gzip --test "$file"; then
    echo "$file is cut off or damaged; nothing was changed." >&2
    exit 1
fi
tables="$(mariadb --defaults-file="$secret" --batch --skip-column-names \
    --execute "SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = '$name'")"
if [ "$tables" != "0" ]; then
    echo "The database $name holds $tables tables; a backup goes into an empty one." >&2
    exit 1
fi
gzip --decompress --stdout "$file" \
    | mariadb --defaults-file="$secret" --default-character-set=utf8mb4 "$name"
"${SNABO_PYTHON:-python3}" "$here/../server/manage.py" migrate --no-input --verbosity 0
echo "Restored from $file"
