// Text typed on the paper: one text field, laid over what is being typed on.

export class Typing {
  constructor(field, paper, { accept, cancel }) {
    this.field = field;
    this.paper = paper;
    this.accept = accept;
    this.open = null;
    field.addEventListener('keydown', (e) => {
      e.stopPropagation();
      this.newline = e.key === 'Enter' && e.shiftKey;
      if (e.key === 'Enter' && !e.shiftKey && !e.isComposing) { e.preventDefault(); this.end(true); }
      if (e.key === 'Escape') { e.preventDefault(); this.open = null; this.shut(); cancel(); }
    });
    field.addEventListener('beforeinput', (e) => { // the Enter that opened the field is no text
      if (/^insert(LineBreak|Paragraph)$/.test(e.inputType) && !this.newline) e.preventDefault();
    });
    field.addEventListener('blur', () => this.end(false));
    field.addEventListener('input', () => this.grow());
  }

  // show follows what the core says is being typed on; null ends it.
  show(t) {
    if (!t) { if (this.open) { this.open = null; this.shut(); } return; }
    const same = this.open && this.open.kind === t.kind && this.open.id === t.id;
    this.open = t;
    this.place();
    if (same) return;
    this.field.hidden = false;
    this.field.value = t.text;
    this.field.setAttribute('aria-label', t.name);
    this.field.focus({ preventScroll: true });
    this.field.select(); // a letter typed replaces what is there
    this.grow();
  }

  place() {
    if (!this.open) return;
    const { rect } = this.open, z = this.paper.zoom, d = this.paper.drawing;
    Object.assign(this.field.style, {
      left: `${d.offsetLeft + rect.X * z}px`, top: `${d.offsetTop + rect.Y * z}px`,
      width: `${Math.max(60, rect.W * z)}px`, minHeight: `${rect.H * z}px`, fontSize: `${Math.max(9, 13 * z)}px`,
    });
    this.grow();
  }

  grow() {
    this.field.style.height = 'auto';
    this.field.style.height = `${this.field.scrollHeight + 2}px`;
  }

  shut() { this.field.hidden = true; }

  end(back) {
    if (!this.open) return;
    this.open = null;
    const text = this.field.value;
    this.shut();
    this.accept(text);
    if (back) this.paper.desk.focus({ preventScroll: true });
  }
}
