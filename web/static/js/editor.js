// The editor's page: puts the core, the paper, the bench, the step list and
// the line to the server together. It decides nothing about charts.
import { load } from './core.js';
import { Live } from './live.js';
import { Paper } from './paper.js';
import { Typing } from './typing.js';
import { Rows } from './rows.js';
import { Bench } from './bench.js';
import { Panels } from './panels.js';

const $ = (id) => document.getElementById(id);
const chart = document.body.dataset.chart;
const client = [...crypto.getRandomValues(new Uint8Array(5))].map((b) => b.toString(16).padStart(2, '0')).join('');
const started = performance.now();

let core = null, facts = { selected: [], why: {} }, clip = '', said = '{}', noticeTimer = 0;
const paper = new Paper($('desk'), $('drawing'));
const rows = new Rows($('rows'), () => core);
const typing = new Typing($('typing'), paper, { accept: (t) => core.act('accept', t), cancel: () => core.act('cancel', '') });
paper.onzoom = () => typing.place();

function notice(words, offer) {
  $('notice').replaceChildren(words);
  if (offer) {
    const b = document.createElement('button');
    b.className = 'button';
    b.textContent = offer.words;
    b.onclick = () => { $('notice').hidden = true; core.act(offer.do, offer.arg); $('desk').focus(); };
    $('notice').append(' ', b);
  }
  $('notice').hidden = false;
  clearTimeout(noticeTimer);
  noticeTimer = setTimeout(() => { $('notice').hidden = true; }, 6000);
}

function status(s) {
  const changes = (n) => (n === 1 ? '1 change waiting' : `${n} changes waiting`);
  if (s.stopped) $('disk').textContent = s.stopped;
  else if (s.cut) $('disk').textContent = 'cut off: kept here until the line is back';
  else if (s.waiting) $('disk').textContent = changes(s.waiting);
  else $('disk').textContent = `on disk ${new Date(s.onDisk).toLocaleTimeString('en-GB')}`;
}

const live = new Live(chart, client, {
  status,
  event: (e) => { if (core.receive(JSON.stringify(e)).gap) reload(); },
  refused: (n, why) => core.refused(n, why),
  comments: () => document.body.dispatchEvent(new CustomEvent('comments')),
});

const settled = async () => { while (live.waiting.length) await new Promise((ok) => setTimeout(ok, 50)); };

// reload takes the chart anew from the server; what waits is sent again.
function reload() { live.keep(); location.reload(); }

const bench = new Bench($('bench'), () => core, {
  notice,
  panel: (name) => panels.open(name),
  zoom: (how) => ({ in: () => paper.setZoom(paper.zoom * 1.25), out: () => paper.setZoom(paper.zoom / 1.25), fit: () => paper.fit() })[how](),
  drop(symbol, e) {
    const p = paper.toPage(e);
    if (facts.hand !== symbol) core.act('hand', symbol);
    pointer('drop', p.x, p.y, e);
  },
  async picture() {
    await settled();
    const q = new URLSearchParams({ format: 'png', scale: '2', show: '1', chosen: facts.selected.join(',') });
    const png = fetch(`/charts/${chart}/export?${q}`).then((r) => { if (!r.ok) throw new Error(); return r.blob(); });
    try {
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })]);
      notice(facts.selected.length ? 'The selection is on the clipboard, as a picture.' : 'The page is on the clipboard, as a picture.');
    } catch {
      notice('The browser did not let the picture onto the clipboard. Export it as PNG instead.');
    }
  },
});
const panels = new Panels(() => core, chart, () => facts, settled);

// apply shows what a call of the core changed.
function apply(u) {
  paper.patch(u.svg, u.drop);
  paper.move(u.moved);
  paper.over(u.marks, u.guides);
  if (u.facts) {
    facts = u.facts;
    paper.size(facts.w, facts.h);
    bench.show(facts);
    rows.select(facts.selected);
    if (document.activeElement !== $('name')) $('name').value = facts.name;
  }
  if (u.hasRows) rows.show(u.rows || []);
  typing.show(u.typing);
  panels.ask(u.ask);
  if (u.notice) notice(u.notice, u.offer);
  if (u.clip) { clip = u.clip; navigator.clipboard?.writeText(clip).catch(() => {}); }
  $('desk').style.cursor = paper.panning ? 'grab' : u.cursor;
  live.send(u.send);
}

function pointer(type, x, y, e) {
  core.pointer(type, x, y, e.button > 0 ? e.button : 0, e.shiftKey, e.ctrlKey || e.metaKey, e.altKey, paper.zoom);
}

function fold(el, on = !el.classList.contains('folded')) {
  el.classList.toggle('folded', on); // the paper follows by itself when it is fitted
}

function openMargin(on) {
  const leaf = document.querySelector('#margin .leaf'), b = document.querySelector('[data-margin]');
  leaf.hidden = on === undefined ? !leaf.hidden : !on;
  b.setAttribute('aria-expanded', !leaf.hidden);
}

function key(e) {
  if (e.target.closest('input, textarea, select, dialog, #menu') || e.isComposing) return;
  if (e.key === ' ' && e.target === $('desk')) { e.preventDefault(); paper.panning = true; $('desk').style.cursor = 'grab'; return; }
  const ctrl = e.ctrlKey || e.metaKey;
  if (!ctrl && !e.altKey) {
    const own = {
      '/': () => panels.openFind(), '?': () => panels.keys(), ',': () => fold($('list')), '.': () => openMargin(),
      '+': () => paper.setZoom(paper.zoom * 1.25), '=': () => paper.setZoom(paper.zoom * 1.25), '-': () => paper.setZoom(paper.zoom / 1.25),
      0: () => paper.fit(), 9: () => paper.setZoom(1),
      ContextMenu: () => { const r = ($('layer-marks').firstElementChild || $('desk')).getBoundingClientRect(); bench.menu(r.right + 4, r.top); },
    }[e.key];
    if (own) { e.preventDefault(); own(); return; }
    if (e.target.closest('button') && (e.key === 'Enter' || e.key === ' ') && !(e.target.dataset.symbol && facts.hand)) return;
    if (e.key === 'Tab' || e.key.length > 1 && !/^(Arrow|Enter|Escape|Delete|Backspace|F2)/.test(e.key)) return;
  }
  if (ctrl && /^[cxv]$/i.test(e.key)) return; // come as clipboard events
  if (core.key(e.key, e.shiftKey, ctrl, e.altKey).handled) e.preventDefault();
}

document.addEventListener('keydown', key);
document.addEventListener('keyup', (e) => { if (e.key === ' ') { paper.panning = false; $('desk').style.cursor = ''; } });
for (const what of ['copy', 'cut']) {
  document.addEventListener(what, (e) => {
    if (e.target.closest?.('input, textarea, dialog')) return;
    clip = '';
    core.act(what, '');
    if (clip) { e.preventDefault(); e.clipboardData.setData('text/plain', clip); }
  });
}
document.addEventListener('paste', (e) => {
  if (e.target.closest?.('input, textarea, dialog')) return;
  e.preventDefault();
  core.act('paste', e.clipboardData.getData('text/plain') || clip);
});
$('name').addEventListener('change', () => core.act('name', $('name').value));
$('name').addEventListener('keydown', (e) => { if (e.key === 'Enter') $('name').blur(); });
document.querySelector('[data-margin]').addEventListener('click', () => openMargin());
$('comments').addEventListener('click', (e) => {
  const r = e.target.closest('.remark');
  if (r?.dataset.step && !e.target.closest('form')) core.act('select', r.dataset.step);
});
// countComments marks the steps that people comment on.
function countComments() {
  const marks = {};
  for (const r of $('comments').querySelectorAll('[data-unsettled]')) marks[r.dataset.unsettled] = (marks[r.dataset.unsettled] || 0) + 1;
  $('comment-count').textContent = $('comments').querySelector('.remarks')?.dataset.open || '0';
  said = JSON.stringify(marks);
  core?.act('comments', said);
}
$('comments').addEventListener('htmx:after:swap', countComments);
addEventListener('beforeunload', (e) => { if (live.waiting.length) e.preventDefault(); });

async function start() {
  await Live.leftovers(chart);
  const [c, r] = await Promise.all([load(apply), fetch(`/charts/${chart}/chart.json`)]);
  core = c;
  const seq = live.seq = +r.headers.get('X-Seq');
  core.open(await r.text(), seq, client);
  countComments(); // they may have come before the core
  paper.fit();
  paper.listen(pointer, (x, y) => bench.menu(x, y));
  live.connect();
  status({ onDisk: Date.now() });
  $('desk').focus({ preventScroll: true });
  document.body.dataset.ready = Math.round(performance.now() - started);
  window.editor = { core, paper, live, rehearsed: core.rehearse() }; // for tests and macros
}

start().catch((e) => {
  console.error(e);
  $('disk').textContent = 'The chart could not be opened. Load the page again.';
});
