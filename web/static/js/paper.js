// The paper: SVG elements replaced by id, and the pointer turned into page coordinates.
// One call to the core a frame.
import { View } from './view.js';

const $ = (id) => document.getElementById(id);
const layers = {
  sheet: 'layer-lanes',
  back: 'layer-lanes',
  ground: 'layer-board',
  board: 'layer-board',
  group: 'layer-groups',
  lane: 'layer-lanes',
  stage: 'layer-stages',
  step: 'layer-steps',
  connector: 'layer-lines',
  key: 'layer-steps',
};

// Fonts of the scripts that come in slices are asked for when one of their characters is
// drawn.
const far = /[\u1100-\u11ff\u2e80-\ud7ff\uf900-\ufaff\ufe30-\ufe4f\uff00-\uffef]|[\ud840-\ud8bf]/;
function loadFar() {
  if ($('fonts-far')) return;
  const l = Object.assign(document.createElement('link'), {
    id: 'fonts-far',
    rel: 'stylesheet',
    href: document.body.dataset.far,
  });
  document.head.append(l);
}

export class Paper extends View {
  constructor(desk, drawing) {
    super(desk, [drawing], $('zoom'));
    this.drawing = drawing;
    this.shown = {};
    this.nursery = document.createElementNS('http://www.w3.org/2000/svg', 'g');
  }

  // patch puts changed elements in the place of the old ones.
  patch(svg, drop) {
    for (const id of drop || []) $(id)?.remove();
    if (!svg) return;
    if (far.test(svg)) loadFar();
    // Written by the core, which escapes every text; it does not know where pictures are served.
    this.nursery.innerHTML = svg.replaceAll('href="picture:', `href="${location.pathname}/pictures/`);
    while (this.nursery.firstChild) {
      const el = this.nursery.firstChild;
      const old = $(el.id);
      if (old && this.drawing.contains(old)) old.replaceWith(el);
      else $(layers[el.classList[0]]).append(el);
    }
  }

  // move shows elements elsewhere than they were drawn.
  move(moved) {
    for (const m of moved || []) $(m.id)?.setAttribute('transform', `translate(${m.x} ${m.y})`);
  }

  // order brings the steps into the order in which they lie over each other.
  order(ids) {
    for (const id of ids || []) $('layer-steps').append($(`step-${id}`));
    if (ids && $('key')) $('layer-steps').append($('key'));
  }

  // over shows what lies over the drawing and under its steps; what is not told is as it was.
  over(shown) {
    for (const [id, now] of [
      ['layer-chosen', shown.marks],
      ['layer-hand', shown.hand],
      ['layer-guides', shown.guides],
    ])
      if (now !== undefined && now !== this.shown[id]) $(id).innerHTML = this.shown[id] = now;
  }

  // size follows the sheet. A fitted view shows it whole again, but not while somebody
  // types: what is typed on stays where it is.
  size(w, h, typing) {
    if (w === this.sizes[0].w && h === this.sizes[0].h && this.sized) return;
    this.sizes[0] = { w, h };
    this.sized = true;
    this.drawing.setAttribute('viewBox', `0 0 ${w} ${h}`);
    if (this.fitted && !this.held && !typing) this.fit();
    else this.show();
  }

  // rule makes room for rulers along the edges.
  rule(on) {
    if (on === this.inset > 16) return;
    this.inset = on ? 44 : 16;
    $('paper').classList.toggle('ruled', on);
    if (this.fitted) this.fit();
  }

  // corner is where the drawing's upper left stands in the paper around it.
  corner() {
    const d = this.drawing.getBoundingClientRect(),
      p = this.drawing.parentElement.getBoundingClientRect();
    return { x: d.left - p.left, y: d.top - p.top };
  }

  toPage(e) {
    const r = this.drawing.getBoundingClientRect();
    return { x: (e.clientX - r.left) / this.zoom, y: (e.clientY - r.top) / this.zoom };
  }

  // listen hands every pointer event on the desk to send(type, x, y, event), which
  // returns the pointer's form; menu(x, y) opens what a right click or a long press does,
  // stop() gives up what is being done.
  listen(send, menu, stop) {
    let last = null,
      frame = 0,
      pressed = 0, // the timer of a finger that rests, from where it came down
      from = { clientX: 0, clientY: 0 };
    const at = (type, e) => {
      const p = this.toPage(e);
      return send(type, p.x, p.y, e);
    };
    const flush = () => {
      cancelAnimationFrame(frame);
      frame = 0;
      if (last) {
        const e = last;
        last = null;
        at('move', e);
      }
    };
    const { desk } = this;
    desk.addEventListener('mousedown', (e) => {
      // typing goes on while the pointer works in it
      if (!$('typing').hidden) e.preventDefault();
    });
    desk.addEventListener('pointerdown', (e) => {
      if (e.target.closest('button')) return; // words on an empty page
      if (this.touch(e)) {
        clearTimeout(pressed);
        stop();
        return;
      }
      if (e.button === 1 || (e.button === 0 && this.panning)) {
        e.preventDefault();
        this.beginPan(e);
        return;
      }
      const bar = desk.getBoundingClientRect();
      if (e.button !== 0 || e.clientX > bar.left + desk.clientWidth || e.clientY > bar.top + desk.clientHeight) return;
      desk.setPointerCapture(e.pointerId);
      flush();
      if (e.pointerType === 'touch') {
        from = e;
        pressed = setTimeout(() => {
          stop();
          at('menu', e);
          menu(e.clientX, e.clientY);
        }, 600);
        if (at('move', e) === 'default') this.beginPan(e); // an empty place: a finger moves the page
      }
      at('down', e);
    });
    desk.addEventListener('pointermove', (e) => {
      if (this.touch(e) || document.body.classList.contains('panning')) {
        clearTimeout(pressed);
        return;
      }
      if (e.pointerType === 'touch' && Math.hypot(e.clientX - from.clientX, e.clientY - from.clientY) > 6)
        clearTimeout(pressed); // however slowly
      last = e;
      frame ||= requestAnimationFrame(flush);
    });
    const end = (e) => {
      clearTimeout(pressed);
      if (this.touch(e) || e.button > 0) return;
      flush();
      at('up', e);
    };
    desk.addEventListener('pointerup', end);
    desk.addEventListener('pointercancel', (e) => {
      clearTimeout(pressed);
      this.touch(e);
      stop();
    });
    desk.addEventListener('pointerleave', (e) => {
      last = null;
      at('leave', e);
    });
    desk.addEventListener('dblclick', (e) => at('double', e));
    desk.addEventListener('contextmenu', (e) => {
      e.preventDefault();
      if (e.pointerType === 'touch') return; // the long press has opened it
      at('menu', e);
      menu(e.clientX, e.clientY);
    });
  }
}
