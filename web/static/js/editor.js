// The editor's page: puts the core, the paper, the bench, the step list and
// the line to the server together. It decides nothing about charts.
import { load } from './core.js';
import { Live } from './live.js';
import { Paper } from './paper.js';
import { Tabs } from './tabs.js';
import { Typing } from './typing.js';
import { Rows } from './rows.js';
import { Bench } from './bench.js';
import { Ten } from './ten.js';
import { Drawers } from './drawers.js';
import { Panels } from './panels.js';

const $ = (id) => document.getElementById(id);
const chart = document.body.dataset.chart;
const client = [...crypto.getRandomValues(new Uint8Array(5))].map((b) => b.toString(16).padStart(2, '0')).join('');
const started = performance.now();

let core = null,
  facts = { selected: [], why: {}, slow: {}, on: [] },
  clip = '',
  noticeTimer = 0;
const paper = new Paper($('desk'), $('drawing'));
const rows = new Rows(
  $('rows'),
  $('next-step'),
  () => core,
  () => facts,
);
new Tabs($('pages'), () => core);
const typing = new Typing($('typing'), paper, () => core);
const now = Alpine.store('now');
// Marks keep their size on the screen, so the core draws them anew at another zoom.
let zoomed = 0;
paper.onzoom = () => {
  typing.place();
  zoomed ||= requestAnimationFrame(() => {
    zoomed = 0;
    core?.pointer('zoom', 0, 0, 0, false, false, false, paper.zoom);
  });
};

// A notice stands in the bar, where nothing is being done, for four seconds, longer where it has something to
// press, or until the next thing is done.
function notice(words, offers = []) {
  now.notice = { words, offers };
  $('notice').showPopover();
  clearTimeout(noticeTimer);
  noticeTimer = setTimeout(hideNotice, offers.length ? 12000 : 4000);
}

function hideNotice(e) {
  if (!e?.target?.closest?.('#notice')) $('notice').hidePopover();
}
addEventListener('pointerdown', hideNotice, true);
addEventListener('keydown', hideNotice, true);

function status(s) {
  const waiting = s.waiting === 1 ? '1 change waiting' : `${s.waiting} changes waiting`;
  const where = s.unkept ? 'only in this window' : 'kept in this browser';
  const kept = s.waiting === 1 ? `1 change ${where}` : `${s.waiting} changes ${where}`;
  const say =
    s.stopped ||
    (s.out && `signed out${s.waiting ? `: ${kept}` : ''}`) ||
    (s.cut && `offline${s.waiting ? `: ${kept}` : ''}`) ||
    (s.unkept && kept) ||
    (s.waiting && waiting) ||
    `on disk ${new Date(s.onDisk).toLocaleTimeString('en-GB')}`;
  $('disk').textContent = say;
  $('disk').title = s.unkept
    ? "This browser's storage is full: leave this window open until the changes are on disk."
    : s.cut || s.out
      ? 'Changes are kept in this browser and sent when the connection is back.'
      : '';
  $('disk').classList.toggle('cut', !!(s.cut || s.out || s.stopped || s.unkept));
}

const live = new Live(chart, client, {
  status,
  event: (e) => {
    if (core.receive(JSON.stringify(e)).gap) reload();
  },
  far: reload,
  refused: (n, why) => core.refused(n, why),
  comments: () => document.body.dispatchEvent(new CustomEvent('comments')),
  ended: () => {
    if (!$('signed-out').open) $('signed-out').showModal();
  },
  back: () => {
    panels.back();
    document.body.dispatchEvent(new CustomEvent('comments'));
  },
});

// reload takes the chart anew from the server; what waits is sent again.
async function reload() {
  if (!live.keep()) await live.settled();
  location.reload();
}

const panels = new Panels(
  () => core,
  perform,
  chart,
  () => facts,
  live,
);
const drawers = new Drawers(
  $('drawer'),
  () => core,
  paper,
  () => facts,
);

// own are the commands that the page does.
const own = {
  'zoom-in': () => paper.in(),
  'zoom-out': () => paper.out(),
  'whole-page': () => paper.fit(),
  'full-size': () => paper.setZoom(1),
  'fold-list': () => {
    fold($('list'));
  },
  margin: () => openMargin('margin'),
  proof: () => openMargin('proof'),
  export: () => panels.fetched('export'),
  share: () => panels.fetched('share'),
  find: () => panels.openFind(),
  keys: () => panels.keys(),
  menu: () => {
    const r = ($('marks') || $('desk')).getBoundingClientRect();
    bench.menu(core.menu().menu || [], r.right + 4, r.top);
  },
  why: (words) => notice(`${words[0].toUpperCase()}${words.slice(1)}${words.endsWith('.') ? '' : '.'}`),
  'drawer-shut': () => drawers.shut(),
  async paste(text) {
    try {
      core.act('paste', text || (await navigator.clipboard.readText()));
    } catch {
      notice('The browser does not let this page read the clipboard. Press Ctrl+V instead.');
    }
  },
  picture,
  'change-symbol': (symbol) => {
    if (now.ten.choosing) own.ten(symbol);
    else if (symbol === 'picture') $('picture-file').click();
    else core.act('change-symbol', symbol);
  },
  ten(symbol) {
    const why = symbol ? ten.put(symbol) : ten.byUse();
    if (why) own.why(why);
    Object.assign(now.ten, { on: ten.shown, fixed: ten.fixed });
  },
};

// bringPicture puts a picture on the page; where says at which point of it, or nothing.
async function bringPicture(file, at) {
  const most = +document.body.dataset.mostPicture; // MB
  if (file.size > most * 1048576) {
    own.why(`a picture can have at most ${most} MB; this one has ${(file.size / 1048576).toFixed(1)}`);
    return;
  }
  const body = new FormData();
  body.append('file', file);
  await atWork('Reading the picture …');
  const r = await fetch(`/charts/${chart}/pictures`, { method: 'POST', body, headers: Live.token }).catch(() => null);
  $('working').hidePopover();
  if (r?.ok) core.act('picture-add', JSON.stringify({ ...(await r.json()), at }));
  else own.why(r ? await r.text() : 'the server cannot be reached; add the picture again when it is back');
}
const pictures = (files) => [...files].filter((f) => f.type.startsWith('image/'));
$('picture-file').addEventListener('change', (e) => {
  const [file] = e.target.files;
  if (file) bringPicture(file);
  e.target.value = '';
});

// atWork says what takes a while before that begins.
async function atWork(words) {
  $('working').textContent = words;
  $('working').showPopover();
  await new Promise((ok) => requestAnimationFrame(() => requestAnimationFrame(ok)));
}

// perform does a command by its name, whoever is to do it.
async function perform(name, arg = '') {
  if (own[name]) own[name](arg);
  else if (facts.slow[name]) {
    await atWork(facts.slow[name]);
    try {
      core.act(name, arg);
    } finally {
      $('working').hidePopover();
    }
  } else if (name.startsWith('drawer-')) drawers.toggle(name === 'drawer-lanes' ? 'lane' : name.slice(7));
  else core.act(name, arg);
}

async function picture() {
  if (live.cut) {
    notice('You are offline. A picture can be copied again when the connection is back.');
    return;
  }
  await live.settled();
  const png = (async () => {
    const body = new URLSearchParams({ format: 'png', scale: '2', show: '1', chosen: facts.selected.join(',') });
    const r = await fetch(`/charts/${chart}/export`, { method: 'POST', body, headers: Live.token });
    if (!r.ok) throw new Error();
    return r.blob();
  })();
  try {
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })]);
    notice(
      facts.selected.length
        ? 'The selection is on the clipboard as a picture.'
        : 'The page is on the clipboard as a picture.',
    );
  } catch {
    notice('The browser did not let this page use the clipboard. Export the page as PNG instead.');
  }
}

const ten = new Ten(document.querySelector('#bench .symbols'), () => core);
const bench = new Bench($('bench'), perform, {
  carry: (symbol) => core.act('carry', symbol),
  over(e, on) {
    const p = paper.toPage(e);
    pointer(on ? 'move' : 'leave', p.x, p.y, e);
  },
  drop(e, on) {
    const p = paper.toPage(e);
    if (on) {
      pointer('drop', p.x, p.y, e);
      $('desk').focus({ preventScroll: true });
    } else core.act('cancel', '');
  },
});

// bring has the core measure with a font that somebody brought, once the page can draw it.
const brought = new Set();
async function bring(id) {
  if (brought.has(id)) return;
  brought.add(id);
  const sheet = Object.assign(document.createElement('link'), { rel: 'stylesheet', href: `/fonts/${id}/font.css` });
  sheet.onload = async () => {
    const from = await fetch(`/fonts/${id}/metrics`);
    if (!from.ok) return;
    const bytes = new Uint8Array(await from.arrayBuffer());
    const metrics = btoa(bytes.reduce((s, b) => s + String.fromCharCode(b), ''));
    await Promise.all(['400', '700', 'italic 400'].map((cut) => document.fonts.load(`${cut} 16px 'F-${id}'`)));
    core.act('font', JSON.stringify({ id, metrics }));
  };
  document.head.append(sheet);
}

// turned shows another page from its upper left corner.
let page = '';
function turned() {
  const now = facts.pages.find((p) => p.shown).id;
  if (now === page) return;
  if (page) $('desk').scrollTo(0, 0);
  page = now;
}

// apply shows what a call of the core changed.
function apply(u) {
  paper.patch(u.svg, u.drop);
  paper.order(u.order);
  paper.move(u.moved);
  paper.over(u);
  if (u.facts) {
    facts = u.facts;
    now.take(facts);
    $('drawing').style.background = facts.sheet.paper;
    paper.rule(facts.on.some((o) => o === 'page-ruler mm' || o === 'page-ruler in'));
    if (facts.house.font) bring(facts.house.font);
    paper.size(facts.w, facts.h, !!(u.typing || typing.open || typing.ending));
    turned();
    rows.select(facts.selected);
    drawers.lanes();
    drawers.sight();
    if (document.activeElement !== $('name')) $('name').value = facts.name;
  }
  if (u.hasRows || u.send?.length) prove(proveAfter);
  else if (u.prove) prove(provePause);
  if (u.hasRows || u.facts) rows.show(u.hasRows ? u.rows || [] : null, facts.pages);
  if (u.row) rows.go(u.row);
  now.busy = !!u.typing || !!facts.hand;
  typing.show(u.typing);
  panels.ask(u.ask);
  panels.table(u.table);
  if (u.open) window.open(u.open, '_blank', 'noopener');
  if (u.proof) Object.assign(now.proof, u.proof);
  if (u.notice) notice(u.notice, u.offers);
  if (u.clip) {
    clip = u.clip;
    if (!document.activeElement.matches('#rows .words')) navigator.clipboard?.writeText(clip).catch(() => {});
  }
  $('desk').style.cursor = paper.panning ? 'grab' : u.cursor;
  live.send(u.send);
}

function pointer(type, x, y, e) {
  return core.pointer(
    type,
    x,
    y,
    e.button > 0 ? e.button : 0,
    e.shiftKey,
    e.ctrlKey || e.metaKey,
    e.altKey,
    paper.zoom,
    e.pointerType === 'touch',
  ).cursor;
}

function fold(el) {
  // the paper follows by itself when it is fitted
  const on = el.classList.toggle('folded');
  el.querySelector('.fold').setAttribute('aria-expanded', !on);
}

// openMargin shows one leaf of the margin, comments or the proof, or hides it.
function openMargin(name, on) {
  for (const leaf of document.querySelectorAll('#margin .leaf')) {
    const own = leaf.dataset.leaf === name;
    leaf.hidden = !own || !(on === undefined ? leaf.hidden : on);
    document.querySelector(`#margin [data-act=${leaf.dataset.leaf}]`).setAttribute('aria-expanded', !leaf.hidden);
  }
  core?.act('prove', looking());
}

// prove has the core look at the chart once nothing has been done for a while; on a large one it does so in turns.
const looking = () => (document.querySelector('[data-leaf=proof]').hidden ? '' : 'open');
let proving = 0;
const proveAfter = 600,
  provePause = 30;
function prove(after) {
  clearTimeout(proving);
  proving = setTimeout(() => {
    if (now.busy) prove(proveAfter);
    else core?.act('prove', looking());
  }, after);
}

function key(e) {
  if (held.name && e.repeat) return;
  if (!core || e.target.closest('input, textarea, select, dialog, #menu, [popover]') || e.isComposing) return;
  if (e.key === ' ' && e.target === $('desk')) {
    e.preventDefault();
    paper.panning = true;
    $('desk').style.cursor = 'grab';
    return;
  }
  const ctrl = e.ctrlKey || e.metaKey;
  if (ctrl && e.key === 'p') {
    // the browser would print this page and not the chart
    e.preventDefault();
    window.open(`/charts/${document.body.dataset.chart}/print#now`, '_blank', 'noopener');
    return;
  }
  if (e.target.closest('button, a') && (e.key === 'Enter' || e.key === ' ') && !(e.target.dataset.symbol && facts.hand))
    return;
  if (
    (e.key === 'Tab' && e.target !== $('desk')) ||
    (e.key.length > 1 &&
      !/^(Arrow|Enter|Escape|Delete|Backspace|Tab|F2|F10|End|ContextMenu|Page(Up|Down)$)/.test(e.key))
  )
    return;
  const u = core.key(e.key, e.shiftKey, ctrl, e.altKey);
  if (u.page?.startsWith('held-')) Object.assign(held, { name: u.page.slice(5), key: e.key });
  else if (u.page) perform(u.page);
  if (u.handled) e.preventDefault();
}

// held is the command that is shown as long as its key is held; Escape gives it up.
const held = { name: '', key: '' };
function letGo(doIt) {
  if (!held.name) return;
  const { name } = held;
  held.name = '';
  core.act('tidy-hide', '');
  if (doIt) core.act(name, '');
}
addEventListener('blur', () => letGo(false));

document.addEventListener('keydown', key);
document.addEventListener('keyup', (e) => {
  if (e.key === held.key || e.key === 'Escape') letGo(e.key !== 'Escape');
  if (e.key === ' ') {
    paper.panning = false;
    $('desk').style.cursor = '';
  }
});
document.addEventListener('command', (e) => perform(e.detail.name, e.detail.arg));
const exact = 'application/x-plain-tracer'; // steps as they are drawn, beside their text
for (const what of ['copy', 'cut']) {
  document.addEventListener(what, (e) => {
    const inRows = rows.several(e.target);
    if (!inRows && e.target.closest?.('input, textarea, dialog')) return;
    clip = '';
    core.act(inRows ? `rows-${what}` : what, '');
    if (!clip) return;
    e.preventDefault();
    e.clipboardData.setData('text/plain', inRows ? JSON.parse(clip).text : clip);
    e.clipboardData.setData(exact, clip);
  });
}
document.addEventListener('paste', (e) => {
  if (e.target.closest?.('input, textarea, dialog')) return;
  e.preventDefault();
  const [file] = pictures(e.clipboardData.files);
  if (file && !e.clipboardData.getData('text/plain')) bringPicture(file);
  else core.act('paste', e.clipboardData.getData(exact) || e.clipboardData.getData('text/plain') || clip);
});
// A row that ends in an arrow is led to the step that is pressed on the paper.
$('desk').addEventListener(
  'pointerdown',
  (e) => {
    if (!rows.send(e.target.closest?.('.step')?.dataset.step)) return;
    e.preventDefault();
    e.stopImmediatePropagation();
  },
  { capture: true },
);
$('desk').addEventListener('dragover', (e) => {
  if (e.dataTransfer.types.includes('Files')) e.preventDefault();
});
$('desk').addEventListener('drop', (e) => {
  const [file] = pictures(e.dataTransfer.files);
  if (!e.dataTransfer.files.length) return;
  e.preventDefault();
  if (file) bringPicture(file, paper.toPage(e));
  else own.why('only pictures can be dropped on the page; attach other files to a step, in Fields');
});
$('name').addEventListener('change', () => core.act('name', $('name').value));
$('name').addEventListener('keydown', (e) => {
  if (e.key === 'Enter') $('desk').focus({ preventScroll: true });
});
$('comments').addEventListener('click', (e) => {
  const r = e.target.closest('.remark');
  const step = e.target.dataset.ref || (e.target.closest('form') ? '' : r?.dataset.step);
  if (step) core.act('select', step);
});
// countComments marks the steps that people comment on.
function countComments() {
  const remarks = $('comments').querySelector('.remarks');
  $('comment-count').textContent = remarks?.dataset.open || '0';
  core?.act('comments', remarks?.dataset.marks || '{}');
}
$('comments').addEventListener('htmx:after:swap', countComments);
// Comments that come are shown where one is among them. While one is pressed they are not, since the press would be lost
// with what it was on, nor while one's own, or another part of them, is on its way: what answers that shows where it is,
// and news that was asked for before would lead back.
let pressed = false,
  onTheWay = 0,
  asked = 0, // what was on its way until now
  missed = false;
const catchUp = () =>
  setTimeout(() => {
    if (missed && !pressed && !onTheWay) document.body.dispatchEvent(new CustomEvent('comments'));
  });
$('comments').addEventListener('pointerdown', () => (pressed = true));
for (const end of ['pointerup', 'pointercancel'])
  addEventListener(end, () => {
    setTimeout(() => (pressed = false));
    catchUp();
  });
$('comments').addEventListener('htmx:config:request', (e) => {
  const { ctx } = e.detail;
  if (e.target !== $('comments')) {
    onTheWay++;
    asked++;
    return;
  }
  ctx.asked = asked;
  missed = onTheWay > 0;
  if (missed) e.preventDefault();
  const at = $('comments').querySelector('.remarks')?.dataset.at;
  if (at) ctx.request.action += `?${at}`;
});
for (const end of ['htmx:after:request', 'htmx:error'])
  $('comments').addEventListener(end, (e) => {
    if (e.target !== $('comments')) onTheWay = Math.max(0, onTheWay - 1);
    if (!e.detail.ctx.response?.raw.ok) catchUp(); // nothing will be swapped in
  });
$('comments').addEventListener('htmx:before:swap', (e) => {
  const { ctx } = e.detail;
  const late = ctx.sourceElement === $('comments') && ctx.asked < asked; // what was asked for since has all that it has
  if (pressed || late) e.preventDefault();
  missed ||= pressed;
});
$('comments').addEventListener('htmx:after:swap', catchUp);
// An answer that was sent leaves its field; what is half written below other comments stays.
$('comments').addEventListener('htmx:after:request', (e) => {
  if (e.target.matches('.answer') && e.detail.ctx.response?.raw.ok) e.target.reset();
});
addEventListener('beforeunload', (e) => {
  if (live.waiting.length) e.preventDefault();
});

// A window whose session has ended signs in again where it is.
$('signed-out').addEventListener('cancel', (e) => e.preventDefault());
$('signed-out')
  .querySelector('form')
  .addEventListener('submit', async (e) => {
    e.preventDefault();
    const form = e.target,
      wrong = form.querySelector('[role=alert]');
    const token = async () => (await fetch('/sign-in/token')).json();
    wrong.hidden = true;
    try {
      const body = new URLSearchParams(new FormData(form));
      body.set('_csrf', (await token()).token);
      body.set('to', `/charts/${chart}/here`);
      const r = await fetch('/sign-in', { method: 'POST', body, headers: { Accept: 'text/plain' } });
      if (r.status === 404) {
        location.reload();
        return;
      } // somebody else, who may not see the chart
      if (!r.ok) {
        wrong.textContent = r.status === 401 ? 'The e-mail or password is wrong.' : await r.text();
        wrong.hidden = false;
        return;
      }
      form.reset();
      $('signed-out').close();
      live.signedIn((await token()).token);
    } catch {
      wrong.textContent = 'The server cannot be reached. Try again in a moment.';
      wrong.hidden = false;
    }
  });

async function start() {
  await Live.leftovers(chart);
  const [c, r] = await Promise.all([load(apply), fetch(`/charts/${chart}/chart.json`)]);
  core = c;
  const seq = (live.seq = +r.headers.get('X-Seq'));
  live.onDisk = Date.now();
  core.open(await r.text(), seq, client);
  const day = new Date();
  const date = [day.getFullYear(), day.getMonth() + 1, day.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
  core.act('told', JSON.stringify({ date, revision: 'draft', owner: document.body.dataset.owner }));
  ten.opened(chart);
  Object.assign(now.ten, { on: ten.shown, fixed: ten.fixed });
  countComments(); // they may have come before the core
  paper.fit();
  paper.listen(
    pointer,
    (x, y) => bench.menu(core.menu().menu || [], x, y),
    () => core.act('cancel', ''),
  );
  live.connect();
  live.tell();
  $('desk').focus({ preventScroll: true });
  if (document.body.dataset.said) {
    notice(document.body.dataset.said);
    history.replaceState(null, '', location.pathname); // said once
  }
  document.body.dataset.ready = Math.round(performance.now() - started);
  window.editor = { core, paper, live, perform, rehearsed: core.rehearse() }; // for tests and macros
}

start().catch((e) => {
  console.error(e);
  $('opening').hidden = true;
  $('disk').textContent = 'The chart could not be opened. Reload the page.';
});
