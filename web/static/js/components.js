// Small state of the server-rendered pages, for Alpine: what is folded open, and in the
// editor what its core says now.
document.addEventListener('alpine:init', () => {
  Alpine.store('now', { facts: { steps: -1, fields: [], loose: [], why: {}, lanes: 0 }, busy: false });
  Alpine.data('menu', () => ({
    open: false,
    toggle() {
      this.open = !this.open;
    },
    shut() {
      this.open = false;
    },
  }));
  Alpine.data('starts', () => ({
    list: false,
    file: false,
    typeList() {
      this.list = !this.list;
      this.file = false;
    },
    openFile() {
      this.file = !this.file;
      this.list = false;
    },
  }));
  Alpine.data('card', () => ({
    naming: false,
    get reading() {
      return !this.naming;
    },
    rename() {
      this.naming = true;
      this.$nextTick(() => {
        this.$refs.name.focus();
        this.$refs.name.select();
      });
    },
    read() {
      this.naming = false;
    },
  }));

  const now = () => Alpine.store('now');
  const perform = (name, arg) => document.dispatchEvent(new CustomEvent('command', { detail: { name, arg } }));
  Alpine.data('selection', () => ({
    get title() {
      return now().facts.title || '';
    },
    get lanes() {
      return now().facts.lanes || '';
    },
    get loose() {
      return now().facts.loose.length;
    },
    get anyLoose() {
      return now().facts.loose.length > 0;
    },
    get lineOf() {
      const l = now().facts.line;
      return !l ? 'Select a connector.' : l.of > 1 ? `${l.of} connectors` : now().facts.title;
    },
  }));
  Alpine.data('empty', () => ({
    get shown() {
      return now().facts.steps === 0 && !now().busy;
    },
    list() {
      if (document.getElementById('list').classList.contains('folded')) perform('fold-list', '');
      document.getElementById('next-step').focus();
    },
    paste() {
      perform('paste', '');
    },
    take() {
      perform('hand', 'terminator');
      document.getElementById('desk').focus();
    },
  }));
  // The fields of the selected step, and an empty line for a new one.
  Alpine.data('fields', () => ({
    get step() {
      return now().facts.step;
    },
    get none() {
      return !now().facts.step;
    },
    get rows() {
      const f = now().facts,
        rows = f.fields.map((x) => ({
          key: `${f.step} ${x.name}`,
          old: x.name,
          name: x.name,
          value: x.value,
          there: true,
        }));
      return [...rows, { key: `${f.step} new ${rows.length}`, old: '', name: '', value: '', there: false }];
    },
    // keep hands a line over when one of its halves was changed; a new one not before it
    // has a value, or is left.
    keep(e) {
      const row = e.target.closest('[data-old]'),
        [name, value] = row.querySelectorAll('input'),
        { old } = row.dataset;
      if (
        !name.value.trim() ||
        (!old && !value.value && e.type === 'change') ||
        (e.type === 'focusout' && (old || row.contains(e.relatedTarget)))
      )
        return;
      perform('field', JSON.stringify({ old, name: name.value.trim(), value: value.value }));
    },
    remove(e) {
      perform('field', JSON.stringify({ old: e.target.closest('[data-old]').dataset.old, name: '', value: '' }));
    },
  }));
  Alpine.data('loose', () => ({
    get ends() {
      return now().facts.loose.map((l) => ({
        ...l,
        key: `${l.line} ${l.which}`,
        where:
          (l.which === 'from' ? 'start: ' : 'end: ') + (l.step ? `within reach of ${l.near}` : 'no step within reach'),
        show: `Show ${l.words}`,
        glue: `Glue to ${l.near}`,
        near: !!l.step,
      }));
    },
    get none() {
      return !now().facts.loose.length;
    },
    show(e) {
      perform('select', e.target.dataset.line);
    },
    glue(e) {
      perform('glue-loose', e.target.dataset.end);
    },
  }));
});

// What a button has to be copied. Without https a browser has no clipboard for pages: then
// the text is marked, for the keys to copy.
document.addEventListener('click', async (e) => {
  const b = e.target.closest('[data-copy]');
  if (!b) return;
  if (navigator.clipboard) {
    await navigator.clipboard.writeText(b.dataset.copy);
    b.textContent = 'Copied';
  } else {
    [...document.querySelectorAll('input[readonly]')].find((i) => i.value === b.dataset.copy)?.select();
  }
});

// What the server refuses is said where it was asked.
document.addEventListener('htmx:response:error', (e) => {
  const words = e.detail.ctx.text || 'The server did not answer. Try again.';
  const place =
    e.target.querySelector?.('[role=alert]') || document.querySelector('#wrong') || document.querySelector('#notice');
  if (place) {
    place.textContent = words;
    place.hidden = false;
  } else {
    alert(words);
  }
});
