// A view on drawings: zoom, scrolling, panning with the middle button or the space bar,
// and with one finger or two. The editor and the review page share it.

export const least = 0.05,
  most = 8;

export class View {
  // drawings are SVG elements one below the other. While it is held, a fitted view keeps
  // its zoom.
  constructor(desk, drawings, label) {
    Object.assign(this, { desk, drawings, label, zoom: 1, fitted: true, inset: 16, fingers: new Map() });
    this.sizes = drawings.map((d) => ({ w: d.viewBox.baseVal?.width || 1123, h: d.viewBox.baseVal?.height || 794 }));
    new ResizeObserver(() => {
      if (this.fitted && !this.held) this.fit();
      else this.onheld?.();
    }).observe(desk);
    desk.addEventListener(
      'wheel',
      (e) => {
        if (!e.ctrlKey) return;
        e.preventDefault();
        this.setZoom(this.zoom * Math.exp(-e.deltaY / 400), e.clientX, e.clientY);
      },
      { passive: false },
    );
  }

  show() {
    this.drawings.forEach((d, i) => {
      d.setAttribute('width', this.sizes[i].w * this.zoom);
      d.setAttribute('height', this.sizes[i].h * this.zoom);
    });
    this.label.textContent = `${Math.round(this.zoom * 100)}%`;
    this.onzoom?.();
  }

  // fit shows a page whole; on a narrow screen as wide as the screen is.
  fit() {
    const { clientWidth: w, clientHeight: h } = this.desk;
    if (!w || !h) return;
    this.fitted = true;
    const across = Math.min(...this.sizes.map((s) => (w - this.inset) / s.w)),
      down = Math.min(...this.sizes.map((s) => (h - this.inset) / s.h));
    this.zoom = Math.max(least, Math.min(2, across, w < 600 ? Infinity : down));
    this.show();
  }

  // setZoom keeps the point under (x, y) of the window where it is.
  setZoom(z, x, y) {
    const r = this.desk.getBoundingClientRect();
    x ??= r.left + r.width / 2;
    y ??= r.top + r.height / 2;
    const d =
      this.drawings.find((el) => {
        const b = el.getBoundingClientRect();
        return y <= b.bottom;
      }) || this.drawings.at(-1);
    const was = d.getBoundingClientRect(),
      at = { x: (x - was.left) / this.zoom, y: (y - was.top) / this.zoom };
    this.zoom = Math.max(least, Math.min(most, z));
    this.fitted = false;
    this.show();
    const now = d.getBoundingClientRect();
    this.desk.scrollLeft += now.left + at.x * this.zoom - x;
    this.desk.scrollTop += now.top + at.y * this.zoom - y;
  }

  in() {
    this.setZoom(this.zoom * 1.25);
  }
  out() {
    this.setZoom(this.zoom / 1.25);
  }

  // reveal scrolls so that a rectangle of a drawing is in sight, with some room around.
  reveal(rect, drawing = this.drawings[0]) {
    const d = drawing.getBoundingClientRect(),
      desk = this.desk.getBoundingClientRect(),
      pad = 14;
    const box = { left: d.left + rect.X * this.zoom, top: d.top + rect.Y * this.zoom };
    box.right = box.left + rect.W * this.zoom;
    box.bottom = box.top + rect.H * this.zoom;
    const bottom = desk.top + this.desk.clientHeight,
      right = desk.left + this.desk.clientWidth;
    if (box.left >= desk.left && box.top >= desk.top && box.right <= right && box.bottom <= bottom) return;
    box.left -= pad;
    box.top -= pad;
    box.right += pad;
    box.bottom += pad;
    let dx = 0,
      dy = 0;
    if (box.right > right) dx = box.right - right;
    if (box.left - dx < desk.left) dx = box.left - desk.left;
    if (box.bottom > bottom) dy = box.bottom - bottom;
    if (box.top - dy < desk.top) dy = box.top - desk.top;
    if (dx) this.desk.scrollLeft += dx;
    if (dy) this.desk.scrollTop += dy;
  }

  // centre scrolls a rectangle of a drawing to the middle of the view.
  centre(rect, drawing) {
    const d = drawing.getBoundingClientRect(),
      desk = this.desk.getBoundingClientRect();
    this.desk.scrollLeft += d.left + (rect.X + rect.W / 2) * this.zoom - desk.left - this.desk.clientWidth / 2;
    this.desk.scrollTop += d.top + (rect.Y + rect.H / 2) * this.zoom - desk.top - this.desk.clientHeight / 2;
  }

  // beginPan scrolls along with the pointer until it is let go; let go where it was
  // pressed, it was a tap.
  beginPan(e, tapped) {
    const from = { x: e.clientX, y: e.clientY, left: this.desk.scrollLeft, top: this.desk.scrollTop };
    const move = (m) => {
      if (m.pointerId !== e.pointerId || this.pinch) return;
      this.desk.scrollLeft = from.left + from.x - m.clientX;
      this.desk.scrollTop = from.top + from.y - m.clientY;
    };
    const end = (m) => {
      if (m.pointerId !== e.pointerId) return;
      for (const [what, f] of [
        ['pointermove', move],
        ['pointerup', end],
        ['pointercancel', end],
      ])
        removeEventListener(what, f);
      document.body.classList.remove('panning');
      if (m.type === 'pointerup' && !this.pinched && Math.hypot(m.clientX - from.x, m.clientY - from.y) < 6) tapped?.();
    };
    document.body.classList.add('panning');
    for (const [what, f] of [
      ['pointermove', move],
      ['pointerup', end],
      ['pointercancel', end],
    ])
      addEventListener(what, f);
  }

  // touch follows fingers: with two of them the page zooms and scrolls. It tells whether
  // the event was one of two fingers; the first one's own work is to be given up then.
  touch(e) {
    if (e.pointerType !== 'touch') return false;
    if (e.type === 'pointerdown') {
      this.fingers.set(e.pointerId, e);
      this.pinched = this.fingers.size > 1;
      if (this.fingers.size === 2) {
        const [a, b] = [...this.fingers.values()];
        this.pinch = {
          gap: Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY),
          zoom: this.zoom,
          x: (a.clientX + b.clientX) / 2,
          y: (a.clientY + b.clientY) / 2,
        };
      }
      return this.fingers.size > 1;
    }
    if (!this.fingers.has(e.pointerId)) return !!this.pinch;
    if (e.type === 'pointermove') {
      this.fingers.set(e.pointerId, e);
      if (!this.pinch || this.fingers.size < 2) return !!this.pinch;
      const [a, b] = [...this.fingers.values()],
        p = this.pinch;
      const x = (a.clientX + b.clientX) / 2,
        y = (a.clientY + b.clientY) / 2;
      this.desk.scrollLeft += p.x - x;
      this.desk.scrollTop += p.y - y;
      p.x = x;
      p.y = y;
      this.setZoom((p.zoom * Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY)) / Math.max(20, p.gap), x, y);
      return true;
    }
    this.fingers.delete(e.pointerId);
    const pinched = !!this.pinch;
    if (!this.fingers.size) this.pinch = null;
    return pinched;
  }
}
