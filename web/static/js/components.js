// Small state of the server-rendered pages, for Alpine: what is folded open.
const mostShown = 200_000; // bytes of a file that is shown before it is drawn

document.addEventListener('alpine:init', () => {
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
    shown: '', // what came from a file
    // other writes a line of the list so that it is read the other way.
    other(e) {
      const { line, text } = e.currentTarget.dataset;
      const field = e.currentTarget.closest('form').querySelector('[name=list]');
      const lines = field.value.split('\n').map((l, n) => (n === +line ? text : l));
      field.value = lines.join('\n');
      field.dispatchEvent(new Event('input', { bubbles: true }));
    },
    // chosen shows steps as text from a file like a list that is typed: how each line is read, and what else it
    // could be. What is no such text goes to the server as it is, which says what is wrong with it.
    async chosen(e) {
      const [file] = e.target.files,
        { list, name } = this.$refs;
      if (!file || !/\.txt$/i.test(file.name) || file.size > mostShown) return;
      const text = await file.text();
      if (text.includes('\ufffd') || (list.value.trim() && list.value !== this.shown)) return; // a list is typed there
      e.target.value = '';
      this.list = true;
      this.file = false;
      list.value = text.replace(/^\ufeff/, '');
      this.shown = list.value;
      name.value = file.name.replace(/\.[^.]*$/, '');
      list.dispatchEvent(new Event('input', { bubbles: true }));
      this.$nextTick(() => list.focus());
    },
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
  const place = e.target.querySelector?.('[role=alert]') || document.querySelector('#wrong');
  if (place) {
    place.textContent = words;
    place.hidden = false;
  } else if (document.querySelector('#notice')) {
    document.dispatchEvent(new CustomEvent('command', { detail: { name: 'why', arg: words } }));
  } else {
    alert(words);
  }
});
