#!/bin/sh
# Builds a commit beside this version and measures what the hand does in both, turn about.
set -eu
beside=$(mktemp -d)
trap 'rm -rf "$beside"' EXIT
git clone -q . "$beside"
git -C "$beside" checkout -q "$1"
make -C "$beside" build
BENCH=1 AGAINST="$beside" go test ./web -run TestBenchAgainst -v -count 1
