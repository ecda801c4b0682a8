// The paper: SVG elements replaced by id, zoom and scroll, and the pointer
// turned into page coordinates. One call to the core a frame.

const $ = (id) => document.getElementById(id);
const layers = { sheet: 'layer-lanes', lane: 'layer-lanes', step: 'layer-steps', connector: 'layer-lines' };

export class Paper {
  constructor(desk, drawing) {
    this.desk = desk;
    this.drawing = drawing;
    this.w = 1123; this.h = 794; this.zoom = 1; this.fitted = true;
    this.nursery = document.createElementNS('http://www.w3.org/2000/svg', 'g');
    new ResizeObserver(() => { if (this.fitted) this.fit(); }).observe(desk);
    desk.addEventListener('wheel', (e) => {
      if (!e.ctrlKey) return;
      e.preventDefault();
      this.setZoom(this.zoom * Math.exp(-e.deltaY / 400), e.clientX, e.clientY);
    }, { passive: false });
  }

  // patch puts changed elements in the place of the old ones.
  patch(svg, drop) {
    for (const id of drop || []) $(id)?.remove();
    if (!svg) return;
    this.nursery.innerHTML = svg; // written by the core, which escapes every text
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

  over(marks, guides) {
    if (marks !== this.marks) { this.marks = marks; $('layer-marks').innerHTML = marks; }
    if (guides !== this.guides) { this.guides = guides; $('layer-guides').innerHTML = guides; }
  }

  size(w, h) {
    if (w === this.w && h === this.h && this.sized) return;
    this.w = w; this.h = h; this.sized = true;
    if (this.fitted) this.fit(); else this.show();
  }

  show() {
    this.drawing.setAttribute('viewBox', `0 0 ${this.w} ${this.h}`);
    this.drawing.setAttribute('width', this.w * this.zoom);
    this.drawing.setAttribute('height', this.h * this.zoom);
    $('zoom').textContent = `${Math.round(this.zoom * 100)}%`;
    this.onzoom?.();
  }

  fit() {
    const { clientWidth: w, clientHeight: h } = this.desk;
    if (!w || !h) return;
    this.fitted = true;
    this.zoom = Math.max(0.05, Math.min((w - 16) / this.w, (h - 16) / this.h, 2));
    this.show();
  }

  // setZoom keeps the point under (x, y) of the window where it is.
  setZoom(z, x, y) {
    const r = this.desk.getBoundingClientRect();
    x ??= r.left + r.width / 2; y ??= r.top + r.height / 2;
    const before = this.toPage({ clientX: x, clientY: y });
    this.zoom = Math.max(0.05, Math.min(8, z));
    this.fitted = false;
    this.show();
    const d = this.drawing.getBoundingClientRect();
    this.desk.scrollLeft += d.left + before.x * this.zoom - x;
    this.desk.scrollTop += d.top + before.y * this.zoom - y;
  }

  toPage(e) {
    const r = this.drawing.getBoundingClientRect();
    return { x: (e.clientX - r.left) / this.zoom, y: (e.clientY - r.top) / this.zoom };
  }

  // listen hands every pointer event on the desk to send(type, x, y, event).
  listen(send, menu) {
    let last = null, frame = 0, pan = null;
    const flush = () => {
      cancelAnimationFrame(frame); frame = 0;
      if (last) { const e = last; last = null; const p = this.toPage(e); send('move', p.x, p.y, e); }
    };
    this.desk.addEventListener('pointerdown', (e) => {
      if (e.target.closest('textarea')) return;
      if (e.button === 1 || (e.button === 0 && this.panning)) {
        pan = { x: e.clientX, y: e.clientY, left: this.desk.scrollLeft, top: this.desk.scrollTop };
        this.desk.setPointerCapture(e.pointerId);
        e.preventDefault();
        return;
      }
      if (e.button !== 0 || e.offsetX > this.desk.clientWidth + this.desk.scrollLeft && e.target === this.desk) return;
      this.desk.setPointerCapture(e.pointerId);
      flush();
      const p = this.toPage(e);
      send('down', p.x, p.y, e);
    });
    this.desk.addEventListener('pointermove', (e) => {
      if (pan) {
        this.desk.scrollLeft = pan.left + pan.x - e.clientX;
        this.desk.scrollTop = pan.top + pan.y - e.clientY;
        return;
      }
      last = e;
      frame ||= requestAnimationFrame(flush);
    });
    this.desk.addEventListener('pointerup', (e) => {
      if (pan) { pan = null; return; }
      if (e.button !== 0) return;
      flush();
      const p = this.toPage(e);
      send('up', p.x, p.y, e);
    });
    this.desk.addEventListener('dblclick', (e) => {
      if (e.target.closest('textarea')) return;
      const p = this.toPage(e);
      send('double', p.x, p.y, e);
    });
    this.desk.addEventListener('contextmenu', (e) => {
      e.preventDefault();
      const p = this.toPage(e);
      send('menu', p.x, p.y, e);
      menu(e.clientX, e.clientY);
    });
  }
}
