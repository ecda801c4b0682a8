// Steps to pick from while a text that names one is typed: 'back to step …'.

export class Picks {
  constructor(el, field, pick) {
    Object.assign(this, { el, field, pick, at: -1, refused: '' });
    // typing goes on, and the paper below is not pressed
    el.addEventListener('mousedown', (e) => e.preventDefault());
    for (const what of ['pointerdown', 'pointermove', 'pointerup'])
      el.addEventListener(what, (e) => e.stopPropagation());
    el.addEventListener('click', (e) => this.take(e.target.closest('[role=option]')));
  }

  // show shows steps for a text, or none; a text whose steps were refused gets none.
  show(steps, text) {
    this.text = text;
    if (text !== this.refused) this.refused = '';
    const words = (this.refused ? [] : steps) || [];
    this.at = -1;
    this.el.replaceChildren(
      ...words.map((s, i) => {
        const option = document.createElement('div');
        Object.assign(option, { id: `pick-${i}`, textContent: s.words, role: 'option' });
        option.dataset.step = s.id;
        return option;
      }),
    );
    this.el.hidden = !words.length;
    this.field.removeAttribute('aria-activedescendant');
  }

  hide() {
    this.el.hidden = true;
    this.at = -1;
    this.field.removeAttribute('aria-activedescendant');
  }

  // place puts them below what is typed on, from top to bottom at x; where there is no room in sight, above it.
  place(x, top, bottom) {
    const { el } = this;
    const sight = el.offsetParent;
    if (!sight) return;
    const below = bottom + el.offsetHeight <= sight.scrollTop + sight.clientHeight;
    const most = sight.scrollLeft + sight.clientWidth - el.offsetWidth - 4;
    el.style.left = `${Math.max(0, Math.min(x, most))}px`;
    el.style.top = `${below ? bottom : Math.max(sight.scrollTop, top - el.offsetHeight)}px`;
  }

  // key takes the keys that are for the list, and tells whether one was.
  key(e) {
    if (this.el.hidden || e.ctrlKey || e.metaKey || e.altKey) return false;
    const options = this.el.children;
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      const by = e.key === 'ArrowDown' ? 1 : -1;
      this.at = (Math.max(this.at, by > 0 ? -1 : 0) + by + options.length) % options.length;
      for (const [i, o] of [...options].entries()) o.ariaSelected = i === this.at;
      this.field.setAttribute('aria-activedescendant', options[this.at].id);
    } else if (e.key === 'Enter' && this.at >= 0) this.take(options[this.at]);
    else if (e.key === 'Tab') this.take(options[Math.max(this.at, 0)]);
    else if (e.key === 'Escape') {
      this.refused = this.text;
      this.hide();
    } else return false;
    e.preventDefault();
    return true;
  }

  take(option) {
    if (option) this.pick(option.dataset.step);
  }
}
