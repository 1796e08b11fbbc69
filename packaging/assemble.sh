#!/usr/bin/env bash
# Puts what was built into one archive: assemble.sh FOLDER makes FOLDER/upbeat-herald-VERSION.tar.gz.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."

version=1.0.0
into=$1
jar=$(echo server/target/herald-server-*-SNAPSHOT.jar)
[ -e "$jar" ] && [ -d server/target/lib ] || { printf 'assemble: build the server first\n' >&2; exit 1; }

work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
home=$work/upbeat-herald-$version
mkdir -p "$home/lib" "$home/docs"
cp packaging/files/herald packaging/files/upbeat-herald.service "$home/"
cp "$jar" server/target/lib/*.jar "$home/lib/"
cp README.md CHANGELOG.md LICENSE THIRD-PARTY.txt "$home/"
cp docs/configuration.md docs/operations.md "$home/docs/"
chmod 755 "$home/herald"
tar -C "$work" -czf "$into/upbeat-herald-$version.tar.gz" "upbeat-herald-$version"
printf '%s\n' "$into/upbeat-herald-$version.tar.gz"
