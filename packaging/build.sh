#!/usr/bin/env bash
# Makes target/package/jeton_VERSION.tar.gz and .deb of what was built: the same octets from the same commit.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
umask 022
version=$(git describe --tags --always --dirty 2>/dev/null || echo unknown)
# A Debian version begins with a digit.
version=1.0.0+$(git rev-list --count HEAD).${version//-/.}
SOURCE_DATE_EPOCH=$(git log -1 --format=%ct)
export SOURCE_DATE_EPOCH
out=target/package
rm -rf "$out"
app=$out/jeton-$version
mkdir -p "$app/lib"
cp server/target/lib/*.jar server/target/server-*.jar "$app/lib/"
rm -f "$app"/lib/*-tests.jar
cp packaging/jeton packaging/jeton.service packaging/jeton.env README.md "$app/"
mkdir "$app/doc"
mkdir -p "$app/doc/run"
cp docs/run/* "$app/doc/run/"
cp docs/*.md target/NOTICES.md target/sbom-java.json target/sbom-web.json "$app/doc/"
echo "$version" > "$app/VERSION"

same_time() { find "$1" -print0 | xargs -0 touch --no-dereference --date="@$SOURCE_DATE_EPOCH"; }
same_time "$app"
tar --sort=name --owner=0 --group=0 --numeric-owner --mtime="@$SOURCE_DATE_EPOCH" -C "$out" -c "jeton-$version" | gzip -n > "$out/jeton-$version.tar.gz"

root=$out/root
mkdir -p "$root"/usr/share/jeton "$root"/usr/bin "$root"/etc/jeton "$root"/lib/systemd/system "$root"/usr/share/doc/jeton "$root"/DEBIAN
cp -r "$app/lib" "$app/VERSION" "$root/usr/share/jeton/"
cp packaging/jeton "$root/usr/bin/"
cp packaging/jeton.env "$root/etc/jeton/"
cp packaging/jeton.service "$root/lib/systemd/system/"
cp -r "$app"/doc/* "$root/usr/share/doc/jeton/"
cp packaging/deb/* "$root/DEBIAN/"
size=$(du -sk "$root/usr" | cut -f1)
sed -i "s/@VERSION@/$version/; s/@SIZE@/$size/" "$root/DEBIAN/control"
same_time "$root"
dpkg-deb --root-owner-group --build "$root" "$out/jeton_${version}_all.deb" > /dev/null
rm -rf "$root" "$app"
(cd "$out" && sha256sum -- * > SHA256SUMS && cat SHA256SUMS)
