// Small state of the server-rendered pages, for Alpine: what is folded open.
document.addEventListener('alpine:init', () => {
  Alpine.data('menu', () => ({
    open: false,
    toggle() { this.open = !this.open; },
    shut() { this.open = false; },
  }));
  Alpine.data('starts', () => ({
    list: false,
    file: false,
    typeList() { this.list = !this.list; this.file = false; },
    openFile() { this.file = !this.file; this.list = false; },
  }));
  Alpine.data('card', () => ({
    naming: false,
    get reading() { return !this.naming; },
    rename() { this.naming = true; this.$nextTick(() => { this.$refs.name.focus(); this.$refs.name.select(); }); },
    read() { this.naming = false; },
  }));
});

// What the server refuses is said where it was asked.
document.addEventListener('htmx:response:error', (e) => {
  const words = e.detail.ctx.text || 'The server did not answer. Try it again.';
  const place = e.target.querySelector?.('[role=alert]') || document.querySelector('#wrong') || document.querySelector('#notice');
  if (place) { place.textContent = words; place.hidden = false; } else { alert(words); }
});
