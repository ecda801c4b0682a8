// Text typed on the page. The core draws the text, the caret and what is chosen, just
// as it will be when typing ends; the field that lies over it only takes the keys.

import { Picks } from './picks.js';

export class Typing {
  constructor(field, paper, core) {
    Object.assign(this, { field, paper, core });
    this.open = null;
    this.picks = new Picks(document.getElementById('picks'), field, (id) => core().act('pick-step', id));
    field.addEventListener('keydown', (e) => {
      e.stopPropagation();
      if (e.isComposing || this.picks.key(e)) return;
      this.newline = e.key === 'Enter' && e.shiftKey;
      if (e.key === 'Enter' && !e.shiftKey) {
        e.preventDefault();
        this.end(true);
      }
      if (e.key === 'Tab') {
        e.preventDefault();
        this.end(true);
      }
      if (e.key === 'Escape') {
        e.preventDefault();
        this.shut(true);
        this.core().act('cancel', '');
      }
      if (/^(ArrowUp|ArrowDown|Home|End)$/.test(e.key) && !e.ctrlKey && !e.metaKey && !e.altKey) {
        e.preventDefault();
        this.core().caret(e.key, e.shiftKey);
      }
      if (/^[biu]$/i.test(e.key) && (e.ctrlKey || e.metaKey) && !e.altKey && !e.shiftKey) {
        e.preventDefault();
        if (this.open?.kind === 'step') this.core().key(e.key.toLowerCase(), false, true, false);
      }
    });
    field.addEventListener('beforeinput', (e) => {
      // the Enter that opened the field is no text
      if (/^insert(LineBreak|Paragraph)$/.test(e.inputType) && !this.newline) e.preventDefault();
    });
    // Typing goes on while the look of what is chosen in a text is set.
    const looks = (e) => this.open?.kind === 'step' && e?.closest('[data-drawer=look], .leads');
    document.addEventListener('mousedown', (e) => {
      if (looks(e.target) && e.target.closest('[data-act=step-look]')) e.preventDefault();
    });
    document.addEventListener('change', (e) => {
      if (looks(e.target)) field.focus({ preventScroll: true });
    });
    field.addEventListener('blur', (e) => {
      if (document.hasFocus() && !looks(e.relatedTarget)) this.end(false);
    });
    field.addEventListener('input', () => this.tell());
    for (const what of ['keyup', 'select', 'compositionupdate']) field.addEventListener(what, () => this.tell());
    document.addEventListener('selectionchange', () => {
      if (document.activeElement === field) this.tell();
    });
  }

  // tell hands over what the field holds and what is chosen in it.
  tell() {
    if (!this.open) return;
    const { value, selectionStart: a, selectionEnd: b, selectionDirection: d } = this.field;
    const [from, to] = d === 'backward' ? [b, a] : [a, b];
    if (value === this.open.text && from === this.open.from && to === this.open.to) return;
    this.core().type(value, from, to);
  }

  // show follows what the core says is being typed on; null ends it.
  show(t) {
    if (!t) {
      if (this.open) this.shut(true);
      return;
    }
    const fresh = !this.open || this.open.kind !== t.kind || this.open.id !== t.id || this.field.hidden;
    const set = fresh || this.open.set !== t.set;
    this.open = t;
    if (fresh) {
      this.field.hidden = false;
      this.field.value = t.text;
      this.field.setAttribute('aria-label', t.name);
      this.field.focus({ preventScroll: true });
    }
    if (set) {
      if (this.field.value !== t.text) this.field.value = t.text; // a step was picked
      this.field.setSelectionRange(
        Math.min(t.from, t.to),
        Math.max(t.from, t.to),
        t.from > t.to ? 'backward' : 'forward',
      );
    }
    this.picks.show(t.picks, t.text);
    this.place();
    this.paper.reveal(t.whole);
  }

  // place lays the field over the text as it is drawn.
  place() {
    if (!this.open) return;
    const { rect, size, bold, upright } = this.open,
      z = this.paper.zoom,
      at = this.paper.corner();
    const [w, h] = upright ? [rect.H, rect.W] : [rect.W, rect.H];
    Object.assign(this.field.style, {
      left: `${at.x + rect.X * z}px`,
      top: `${at.y + (upright ? rect.Y + rect.H : rect.Y) * z}px`,
      width: `${w * z}px`,
      height: `${h * z}px`,
      fontSize: `${size * z}px`,
      fontWeight: bold ? 700 : 400,
      transform: upright ? 'rotate(-90deg)' : '',
    });
    const { whole } = this.open;
    this.picks.place(at.x + whole.X * z, at.y + whole.Y * z - 6, at.y + (whole.Y + whole.H) * z + 6);
  }

  shut(back) {
    this.open = null;
    this.picks.hide();
    const had = document.activeElement === this.field;
    this.field.hidden = true;
    if (back && had) this.paper.desk.focus({ preventScroll: true });
  }

  end(back) {
    if (!this.open) return;
    const text = this.field.value;
    this.shut(back);
    this.ending = true;
    this.core().act('accept', text);
    this.ending = false;
  }
}
