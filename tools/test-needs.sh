#!/bin/sh
# Installs what the tests drive and read files back with, where it is missing:
# Chromium (its headless shell; where that cannot be had, all of Chromium will do), pdftotext and pdftoppm (poppler), xmllint.
set -eu
need=
command -v chromium-headless-shell >/dev/null || need="$need chromium-headless-shell"
command -v pdftotext >/dev/null || need="$need poppler-utils"
command -v xmllint >/dev/null || need="$need libxml2-utils"
[ -z "$need" ] && exit 0
if ! command -v apt-get >/dev/null; then
  [ "$need" = " chromium-headless-shell" ] && command -v chromium >/dev/null && exit 0
  echo "The tests need these programs, please install them:$need" >&2
  exit 1
fi
sudo=
[ "$(id -u)" = 0 ] || sudo=sudo
install() { $sudo apt-get update -qq && DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq $need >/dev/null; }
if [ "$need" = " chromium-headless-shell" ] && command -v chromium >/dev/null; then
  install || echo "The tests use all of Chromium, which takes longer: its headless shell cannot be installed."
else
  install
fi
