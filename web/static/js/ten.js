// The ten symbols on the bench. Which these are, by a person's charts or by hand, is told by the core; this browser keeps
// what it tells that by. They change when a chart is opened, never under the hand.

// What is kept here may be damaged, or there may be no room to keep it: the bench is then as usual.
const kept = () => {
  try {
    return localStorage.bench || '';
  } catch {
    return '';
  }
};
const keep = (k) => {
  try {
    localStorage.bench = k;
  } catch {
    // a browser that is full
  }
};

// From these widths of the window on the bench has room for four symbols more (app.css).
const widths = ['(min-width: 1560px)', '(min-width: 1880px)'].map((w) => matchMedia(w));

export class Ten {
  // core is a function that has the core's door, once it is loaded.
  constructor(strip, core) {
    this.strip = strip;
    this.core = core;
    this.all = [...strip.querySelectorAll('[data-symbol]')];
    this.shown = this.all.filter((b) => !b.hidden).map((b) => b.dataset.symbol);
    for (const w of widths) w.addEventListener('change', () => this.show(this.shown));
  }

  // opened remembers the symbols of the chart that is open, and shows the ten.
  opened(id) {
    this.ask('opened', id);
  }

  // put puts a symbol on the bench by hand, or takes it off again; it tells why it cannot.
  put(kind) {
    return this.ask('put', JSON.stringify({ kind, shown: this.shown }))
      ? ''
      : 'a picture is not placed from the bench; paste it, or choose it here';
  }

  // byUse gives the choice back to use.
  byUse() {
    this.ask('use', '');
  }

  ask(what, arg) {
    const said = this.core().bench(kept(), what, arg);
    if (!said.ok) return false;
    keep(JSON.stringify(said.kept));
    this.fixed = !!said.kept.fixed;
    this.show(said.shown);
    return true;
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
}
