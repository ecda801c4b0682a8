// The bench: its buttons carry the names of the core's actions; what does not
// apply is greyed and says why. The menu at the hand is made of the same
// buttons, in the same words and order.

const $ = (id) => document.getElementById(id);

export class Bench {
  constructor(el, core, own) {
    this.el = el;
    this.core = core;
    this.own = own; // what a button does that is no action of the core
    document.addEventListener('click', (e) => {
      const b = e.target.closest('button');
      if (!b || !(el.contains(b) || b.dataset.panel || b.dataset.act)) return;
      this.press(b);
    });
    el.addEventListener('pointerdown', (e) => {
      const b = e.target.closest('[data-symbol]');
      if (!b || e.button) return;
      // Dragged out of the bench: let go over the paper, it stands there.
      const start = { x: e.clientX, y: e.clientY };
      const up = (u) => {
        removeEventListener('pointerup', up);
        if (Math.hypot(u.clientX - start.x, u.clientY - start.y) < 12) return;
        const under = document.elementFromPoint(u.clientX, u.clientY);
        if (under && $('desk').contains(under)) this.own.drop(b.dataset.symbol, u);
      };
      addEventListener('pointerup', up);
    });
  }

  press(b) {
    const { act, symbol, panel, js, zoom } = b.dataset;
    if (b.getAttribute('aria-disabled') === 'true') { this.own.notice(`Not now: ${b.dataset.why}.`); return; }
    if (symbol) this.core().act('hand', symbol);
    else if (panel) this.own.panel(panel);
    else if (js) this.own[js]();
    else if (zoom) this.own.zoom(zoom);
    else if (act) this.core().act(act, b.dataset.arg || '');
  }

  show(f) {
    for (const b of document.querySelectorAll('[data-act], [data-needs]')) {
      const why = f.why[b.dataset.act || b.dataset.needs] || '';
      b.setAttribute('aria-disabled', why !== '');
      b.dataset.why = why;
      b.dataset.title ??= b.title;
      b.title = why ? `${b.dataset.title ? b.dataset.title + ': ' : ''}${why}` : b.dataset.title;
    }
    this.line = f.line;
    for (const b of document.querySelectorAll('#line [data-arg]')) {
      const { act, arg } = b.dataset;
      if (act === 'look') b.setAttribute('aria-pressed', !!f.line && Object.entries(JSON.parse(arg)).every(([k, v]) => String(f.line[k]).toLowerCase() === String(v)));
      if (act === 'crossings') b.setAttribute('aria-pressed', f.line?.crossings === arg);
    }
    if (f.line) $('line-colour').value = f.line.colour.toLowerCase();
    $('line-of').textContent = !f.line ? 'select a connector' : f.line.of > 1 ? `of ${f.line.of} connectors` : '';
    for (const b of document.querySelectorAll('[data-lit]')) b.setAttribute('aria-pressed', f.on.includes(b.dataset.lit));
    for (const b of this.el.querySelectorAll('[data-symbol]')) b.setAttribute('aria-pressed', f.hand === b.dataset.symbol);
    $('chosen').textContent = f.title;
    $('chosen').title = f.title;
    $('lane-count').textContent = f.lanes || '';
    $('loose-count').textContent = f.loose.length;
    $('loose-count').parentElement.hidden = !f.loose.length;
  }

  // menu opens the commands for what is selected at (x, y).
  menu(x, y) {
    const m = $('menu');
    m.replaceChildren();
    for (const group of this.el.querySelectorAll('.group')) {
      const more = group.querySelector('[data-panel=line]') ? document.querySelectorAll('#line [data-menu]') : [];
      const fits = [...group.querySelectorAll('[data-act], [data-needs]'), ...more]
        .filter((b) => b.getAttribute('aria-disabled') !== 'true' && (this.line || b.dataset.next === undefined));
      if (!fits.length || group.classList.contains('end')) continue;
      const h = document.createElement('h3');
      h.textContent = group.querySelector('h3').textContent;
      m.append(h);
      for (const b of fits) {
        const item = document.createElement('button');
        item.setAttribute('role', 'menuitem');
        item.textContent = b.getAttribute('aria-label') || b.textContent.trim();
        item.onclick = () => { this.shut(); this.press(b); };
        m.append(item);
      }
    }
    m.hidden = false;
    m.style.left = `${Math.min(x, innerWidth - m.offsetWidth - 4)}px`;
    m.style.top = `${Math.min(y, innerHeight - m.offsetHeight - 4)}px`;
    m.querySelector('button')?.focus();
    m.onkeydown = (e) => {
      e.stopPropagation();
      const all = [...m.querySelectorAll('button')], i = all.indexOf(document.activeElement);
      if (e.key === 'ArrowDown') { e.preventDefault(); all[(i + 1) % all.length].focus(); }
      if (e.key === 'ArrowUp') { e.preventDefault(); all[(i + all.length - 1) % all.length].focus(); }
      if (e.key === 'Escape') this.shut();
    };
    const away = (e) => { if (!m.contains(e.target)) this.shut(); };
    addEventListener('pointerdown', away, { capture: true });
    this.shutMenu = () => removeEventListener('pointerdown', away, { capture: true });
  }

  shut() {
    $('menu').hidden = true;
    this.shutMenu?.();
    $('desk').focus({ preventScroll: true });
  }
}
