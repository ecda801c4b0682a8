#!/bin/sh
# Says by how much the core for the browser has grown since its size was noted in docs/benchmarks.md.
set -eu
noted=$(sed -n 's/^Core for the browser, packed: \([0-9,]*\) bytes.*/\1/p' docs/benchmarks.md | tr -d ,)
is=$(wc -c < web/static/wasm/tracer.wasm.br)
awk -v is="$is" -v noted="$noted" 'BEGIN { printf "core for the browser, packed: %d bytes, %+.1f %% of the %d noted in docs/benchmarks.md\n", is, 100 * (is - noted) / noted, noted }'
