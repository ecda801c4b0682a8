// The ten symbols on the bench: those that a person's charts have most of, as far as this browser has
// opened them, or those that were chosen by hand. They change when a chart is opened, never under the hand.

const ten = 10,
  remembered = 30; // charts
// A symbol of the usual ten gives way only to one that charts have more of than this share of their steps.
const usual = 0.02;

// What is kept here may be damaged, or there may be no room to keep it: the bench is then as usual.
const kept = () => {
  try {
    const k = JSON.parse(localStorage.bench || '{}');
    return Array.isArray(k.charts || []) ? k : {};
  } catch {
    return {};
  }
};
const keep = (k) => {
  try {
    localStorage.bench = JSON.stringify(k);
  } catch {
    // a browser that is full
  }
};

// From these widths of the window on the bench has room for four symbols more (app.css).
const widths = ['(min-width: 1560px)', '(min-width: 1880px)'].map((w) => matchMedia(w));

export class Ten {
  constructor(strip) {
    this.strip = strip;
    this.all = [...strip.querySelectorAll('[data-symbol]')];
    this.first = this.all.filter((b) => !b.hidden).map((b) => b.dataset.symbol);
    this.shown = this.first;
    for (const w of widths) w.addEventListener('change', () => this.show(this.shown));
  }

  // opened remembers the symbols of a chart, and shows the ten.
  opened(id, chart) {
    const count = {};
    let n = 0;
    for (const p of chart.pages)
      for (const s of p.steps) {
        count[s.symbol] = (count[s.symbol] || 0) + 1;
        n++;
      }
    const k = kept(),
      charts = (k.charts || []).filter((c) => c.id !== id);
    if (n) charts.unshift({ id, n, count });
    keep({ ...k, charts: charts.slice(0, remembered) });
    this.show(this.chosen());
  }

  // chosen are the ten: by hand, or by use.
  chosen() {
    const { fixed, charts = [] } = kept();
    const there = new Set(this.all.map((b) => b.dataset.symbol));
    if (fixed?.length === ten && fixed.every((s) => there.has(s))) return fixed;
    const share = (s) => charts.reduce((sum, c) => sum + (c.count[s] || 0) / c.n, 0) / Math.max(1, charts.length);
    const out = [...this.first];
    const others = [...there].filter((s) => !out.includes(s)).sort((a, b) => share(b) - share(a));
    for (const s of others) {
      const least = out.reduce((a, b) => (share(b) <= share(a) ? b : a)); // the last of those
      if (share(s) > share(least) + (this.first.includes(least) ? usual : 0)) out[out.indexOf(least)] = s;
    }
    return out;
  }

  show(kinds) {
    this.shown = kinds;
    const more = this.strip.querySelector('.more');
    for (const kind of kinds) this.strip.insertBefore(this.of(kind), more);
    let room = widths.filter((w) => w.matches).length * 4; // a wide window shows some more, behind the ten
    for (const b of this.all) {
      b.hidden = !kinds.includes(b.dataset.symbol) && room-- <= 0;
      if (!kinds.includes(b.dataset.symbol)) this.strip.insertBefore(b, more);
    }
  }

  of(kind) {
    return this.all.find((b) => b.dataset.symbol === kind);
  }

  // put puts a symbol on the bench by hand, in the place of the last one that is not used, or takes it off
  // again; it tells why it cannot.
  put(kind) {
    if (!this.of(kind)) return 'a picture is not placed from the bench; paste it, or choose it here';
    let kinds = [...this.shown];
    if (kinds.includes(kind)) {
      kinds = kinds.filter((s) => s !== kind);
      const back = this.first.find((s) => !kinds.includes(s) && s !== kind);
      kinds.push(back || this.all.map((b) => b.dataset.symbol).find((s) => !kinds.includes(s) && s !== kind));
    } else {
      const { fixed } = kept();
      // Those that were put there by hand stay longest.
      const out = [...kinds].reverse().find((s) => !fixed || this.first.includes(s)) || kinds.at(-1);
      kinds[kinds.indexOf(out)] = kind;
    }
    keep({ ...kept(), fixed: kinds });
    this.show(kinds);
    return '';
  }

  get fixed() {
    return !!kept().fixed;
  }

  // byUse gives the choice back to use.
  byUse() {
    const { charts } = kept();
    keep({ charts });
    this.show(this.chosen());
  }
}
