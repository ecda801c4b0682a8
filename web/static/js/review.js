// The review page: look, go from step to step, pick a step, comment on it. The chart is
// drawn by the server; nothing is computed here.
import { View } from './view.js';

const $ = (id) => document.getElementById(id);
const desk = $('desk');
const drawings = [...document.querySelectorAll('.page > svg')];
const view = new View(desk, drawings, $('zoom'));
const cards = [...document.querySelectorAll('[data-card]')];
const narrow = () => innerWidth < 700;
const readable = 0.9;

document.querySelector('.zoom').addEventListener('click', (e) => {
  const how = e.target.closest('button')?.dataset.zoom;
  if (how) view[how]();
});

// drawn is the group of a step in the chart.
const drawn = (id) => id && document.querySelector(`.step[data-step="${CSS.escape(id)}"]`);

// show brings a step into sight; on a phone large enough to be read.
function show(g) {
  if (!g) return;
  if (narrow() && view.zoom < readable) view.setZoom(readable);
  const svg = g.closest('svg'),
    box = g.getBBox(),
    v = svg.viewBox.baseVal;
  const rect = { X: box.x - v.x, Y: box.y - v.y, W: box.width, H: box.height };
  if (narrow()) view.centre(rect, svg);
  else view.reveal(rect, svg);
}

let at = -1;
// pick chooses a step: to read what it says and leads to, and to comment on it.
function pick(id, look) {
  for (const g of document.querySelectorAll('.step.picked')) g.classList.remove('picked');
  at = cards.findIndex((c) => c.dataset.card === id);
  const g = drawn(id);
  g?.classList.add('picked');
  cards.forEach((c, i) => {
    c.hidden = i !== at;
  });
  if ($('step')) {
    $('step').value = at < 0 ? '' : id;
    const field = document.querySelector('#remark textarea');
    field.placeholder = at < 0 ? 'Write a comment. Ctrl+Enter sends it.' : `Write on ${cards[at].dataset.number} …`;
  }
  walk();
  if (look) show(g);
}

// walk says where one is and what comes next.
function walk() {
  const [back, on] = [$('step-back'), $('step-on')];
  const ways = at < 0 ? [] : [...cards[at].querySelectorAll('[data-to]')];
  $('step-at').textContent = at < 0 ? `${cards.length} steps` : `step ${at + 1} of ${cards.length}`;
  back.disabled = at <= 0;
  back.querySelector('.to').textContent = at > 0 ? cards[at - 1].dataset.number : '';
  on.disabled = (at >= 0 && !ways.length && at + 1 >= cards.length) || !cards.length;
  on.querySelector('.to').textContent =
    at < 0
      ? cards.length
        ? cards[0].dataset.number
        : ''
      : ways.length
        ? [...new Set(ways.map((w) => w.dataset.name))].join(' or ')
        : cards[at + 1]?.dataset.number || '';
}
function onward() {
  if (at < 0) {
    if (cards.length) pick(cards[0].dataset.card, true);
    return;
  }
  const way = cards[at].querySelector('[data-to]');
  const to = way ? way.dataset.to : cards[at + 1]?.dataset.card;
  if (to) pick(to, true);
}
function backward() {
  if (at > 0) pick(cards[at - 1].dataset.card, true);
}
$('step-on').addEventListener('click', onward);
$('step-back').addEventListener('click', backward);
document.querySelector('.leaf').addEventListener('click', (e) => {
  const to = e.target.closest('[data-to]')?.dataset.to;
  if (to) pick(to, true);
});

function follow({ link, goes }) {
  if (link) open(link, '_blank', 'noopener');
  else
    document.querySelector(`.page[data-id="${goes}"]`)?.scrollIntoView({
      block: 'start',
      behavior: matchMedia('(prefers-reduced-motion)').matches ? 'auto' : 'smooth',
    });
}
desk.addEventListener('pointerdown', (e) => {
  if (view.touch(e) || e.button > 1) return;
  if (e.button === 1) e.preventDefault();
  view.beginPan(e, () => {
    const el = e.target.closest('[data-link], [data-goes]');
    // The mark opens what it leads to; so do Ctrl and a click, and a click on the way back.
    // An off-page connector has nothing else to be pressed for.
    const pair = el?.querySelector('title')?.textContent.startsWith('Off-page connector');
    if (el && (e.target.matches('.mark') || e.ctrlKey || e.metaKey || el.matches('.back') || pair)) follow(el.dataset);
    else pick(e.target.closest('.step')?.dataset.step);
  });
});
desk.addEventListener('pointermove', (e) => view.touch(e));
for (const what of ['pointerup', 'pointercancel']) addEventListener(what, (e) => view.touch(e));
$('step')?.addEventListener('change', (e) => pick(e.target.value, true));
document.querySelector('.proved')?.addEventListener('click', (e) => {
  const id = e.target.dataset.found;
  if (drawn(id)) pick(id, true);
});
$('comments').addEventListener('click', (e) => {
  const id = e.target.dataset.ref || e.target.closest('.remark')?.dataset.step;
  if (id) pick(id, true);
});

const form = $('remark');
if (form) {
  const who = $('who');
  try {
    who.value = localStorage.who || '';
  } catch {
    /* a private window keeps nothing */
  }
  const known = () => form.classList.toggle('known', who.value !== '');
  known();
  form.addEventListener('keydown', (e) => {
    if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) {
      e.preventDefault();
      form.requestSubmit();
    }
  });
  form.addEventListener('submit', () => {
    try {
      localStorage.who = who.value;
    } catch {
      /* as above */
    }
    $('wrong').hidden = true;
  });
  form.addEventListener('htmx:after:request', (e) => {
    if (!e.detail.ctx.response?.raw.ok) return;
    form.querySelector('textarea').value = '';
    known();
  });
}
document.addEventListener('keydown', (e) => {
  if (e.target.closest('input, textarea, select') || e.ctrlKey || e.metaKey || e.altKey) return;
  const f = {
    '+': () => view.in(),
    '=': () => view.in(),
    '-': () => view.out(),
    0: () => view.fit(),
    9: () => view.setZoom(1),
    '[': backward,
    ']': onward,
    Escape: () => pick(''),
  }[e.key];
  if (f) {
    e.preventDefault();
    f();
  }
});
walk();
view.fit();
