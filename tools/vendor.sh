#!/bin/sh
# Copies scripts and fonts from npm packages to where the application serves
# and embeds them from.
set -eu
cp node_modules/htmx.org/dist/htmx.min.js web/static/vendor/htmx.min.js
cp node_modules/@alpinejs/csp/dist/cdn.min.js web/static/vendor/alpine.min.js
cp node_modules/htmx.org/LICENSE web/static/vendor/htmx.LICENSE.txt
src=node_modules/@fontsource dst=format/font/files
for w in 400 700; do
  for s in latin latin-ext; do
    for f in atkinson-hyperlegible-next atkinson-hyperlegible-mono source-serif-4; do
      cp $src/$f/files/$f-$s-$w-normal.woff2 $dst/$f-$s-$w.woff2
      cp $src/$f/files/$f-$s-$w-italic.woff2 $dst/$f-$s-$w-italic.woff2
    done
  done
  for s in greek greek-ext cyrillic cyrillic-ext vietnamese; do
    cp $src/noto-sans/files/noto-sans-$s-$w-normal.woff2 $dst/noto-sans-$s-$w.woff2
  done
  cp $src/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-$w-normal.woff2 $dst/noto-sans-hebrew-hebrew-$w.woff2
  cp $src/noto-sans-arabic/files/noto-sans-arabic-arabic-$w-normal.woff $dst/noto-sans-arabic-arabic-$w.woff
done
for i in 0 1 2 3 4 5 6 7 8 9 10; do
  cp $src/noto-emoji/files/noto-emoji-$i-400-normal.woff $dst/noto-emoji-$i-400.woff
done
for s in thai devanagari; do
  cp $src/noto-sans-$s/files/noto-sans-$s-$s-400-normal.woff $dst/noto-sans-$s-$s-400.woff
done
# Han, kana and hangul come in slices of some hundred characters each.
for s in sc jp kr; do
  for f in $src/noto-sans-$s/files/noto-sans-$s-[0-9]*-400-normal.woff; do
    cp "$f" "$dst/$(basename "$f" -normal.woff).woff"
  done
done
mkdir -p web/testdata
cp node_modules/axe-core/axe.min.js web/testdata/axe.min.js
cp $src/atkinson-hyperlegible-next/LICENSE format/font/OFL-atkinson.txt
cp $src/source-serif-4/LICENSE format/font/OFL-source-serif.txt
cp $src/noto-sans/LICENSE format/font/OFL-noto.txt
