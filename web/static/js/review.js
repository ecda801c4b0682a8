// The review page: zoom and pan, pick a step, comment on it. The chart is
// drawn by the server; nothing is computed here.

const $ = (id) => document.getElementById(id);
const desk = $('desk');
const drawings = [...document.querySelectorAll('.page > svg')].map((svg) => ({ svg, w: svg.viewBox.baseVal.width, h: svg.viewBox.baseVal.height }));
let zoom = 1, fitted = true;

function show() {
  for (const d of drawings) { d.svg.setAttribute('width', d.w * zoom); d.svg.setAttribute('height', d.h * zoom); }
  $('zoom').textContent = `${Math.round(zoom * 100)}%`;
}
function fit() {
  fitted = true;
  zoom = Math.min(2, ...drawings.map((d) => Math.min((desk.clientWidth - 16) / d.w, (desk.clientHeight - 16) / d.h)));
  show();
}
function setZoom(z) { fitted = false; zoom = Math.max(0.05, Math.min(8, z)); show(); }

new ResizeObserver(() => { if (fitted) fit(); }).observe(desk);
document.querySelector('.zoom').addEventListener('click', (e) => {
  const how = e.target.closest('button')?.dataset.zoom;
  if (how === 'in') setZoom(zoom * 1.25);
  if (how === 'out') setZoom(zoom / 1.25);
  if (how === 'fit') fit();
});
desk.addEventListener('wheel', (e) => { if (e.ctrlKey) { e.preventDefault(); setZoom(zoom * Math.exp(-e.deltaY / 400)); } }, { passive: false });

function pick(id) {
  for (const g of document.querySelectorAll('.step.picked')) g.classList.remove('picked');
  const g = id && document.querySelector(`.step[data-step="${CSS.escape(id)}"]`);
  g?.classList.add('picked');
  if ($('step')) $('step').value = id || '';
  return g;
}

let pan = null;
desk.addEventListener('pointerdown', (e) => {
  if (e.button > 1) return;
  pan = { x: e.clientX, y: e.clientY, left: desk.scrollLeft, top: desk.scrollTop };
});
addEventListener('pointermove', (e) => {
  if (!pan) return;
  desk.scrollLeft = pan.left + pan.x - e.clientX;
  desk.scrollTop = pan.top + pan.y - e.clientY;
});
addEventListener('pointerup', () => { pan = null; });
desk.addEventListener('click', (e) => pick(e.target.closest('.step')?.dataset.step));
$('step')?.addEventListener('change', (e) => pick(e.target.value)?.scrollIntoView({ block: 'center', inline: 'center' }));
$('comments').addEventListener('click', (e) => {
  const id = e.target.closest('.remark')?.dataset.step;
  if (id) pick(id)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
});

const form = $('remark');
if (form) {
  const who = $('who');
  who.value = localStorage.who || '';
  form.addEventListener('keydown', (e) => { if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) { e.preventDefault(); form.requestSubmit(); } });
  form.addEventListener('submit', () => { localStorage.who = who.value; $('wrong').hidden = true; });
  $('comments').addEventListener('htmx:after:swap', () => { form.querySelector('textarea').value = ''; });
}
document.addEventListener('keydown', (e) => {
  if (e.target.closest('input, textarea, select')) return;
  if (e.key === '+') setZoom(zoom * 1.25);
  if (e.key === '-') setZoom(zoom / 1.25);
  if (e.key === '0') fit();
  if (e.key === '9') setZoom(1);
});
fit();
