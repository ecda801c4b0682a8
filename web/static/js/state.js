// The editor's state for Alpine: what its core says now, and the parts of the page that
// show it. The templates hold the markup; nothing here makes an element.
const perKey = ['why', 'on', 'mixed']; // facts that are read by key
function renew(old, said) {
  const was = Alpine.raw(old);
  for (const k of Object.keys(was)) if (!(k in said)) delete old[k];
  for (const k of Object.keys(said))
    if (perKey.includes(k)) renew(old[k], said[k]);
    else if (JSON.stringify(was[k]) !== JSON.stringify(said[k])) old[k] = said[k];
}

document.addEventListener('alpine:init', () => {
  Alpine.store('now', {
    facts: { steps: -1, fields: [], loose: [], why: {}, on: {}, mixed: {}, lanes: 0 },
    busy: false,
    menu: [], // commands at the hand, in groups
    unfolded: '', // the group of them that is open
    found: [],
    question: { text: '', answers: [] },
    table: { columns: [], roles: [], rows: 0 },
    notice: { words: '' },
    proof: { findings: [], waived: [], count: 0, more: 0, words: '', asked: '', walked: '', step: -1 },
    ten: { on: [], choosing: false, fixed: false }, // the symbols on the bench
    // take brings the facts up to what the core says. What changed is set, key by key, and nothing else: each of some
    // 400 bindings runs anew for what it read.
    take(said) {
      const set = (names) => Object.fromEntries(names.map((n) => [n, true]));
      renew(this.facts, { ...said, on: set(said.on), mixed: set(said.mixed) });
    },
  });

  // x-says shows a value in a field, but not over what somebody is typing there: the state changes
  // under the hand whenever something comes in or is saved. Nothing said (null) leaves the field alone.
  Alpine.directive('says', (el, { expression }, { evaluateLater, effect }) => {
    const read = evaluateLater(expression);
    let typed = false;
    el.addEventListener('input', () => (typed = true));
    for (const end of ['change', 'blur']) el.addEventListener(end, () => (typed = false), { capture: true });
    effect(() =>
      read((said) => {
        if (!typed && said !== null) el.value = said ?? '';
      }),
    );
  });

  const now = () => Alpine.store('now');
  const perform = (name, arg) => document.dispatchEvent(new CustomEvent('command', { detail: { name, arg } }));
  // fieldLines are lines of fields, and an empty one for a new field: names and values as they are typed
  // go to the command. of() tells whose they are.
  const fieldLines = (command, of) => ({
    get rows() {
      const f = of(),
        rows = f.fields.map((x) => ({
          key: `${f.of} ${x.name}`,
          old: x.name,
          name: x.name,
          value: x.value,
          there: true,
          hint: f.mixed?.includes(x.name) ? 'several values' : 'Value',
        }));
      const fresh = {
        key: `${f.of} new ${rows.length}`,
        old: '',
        name: null,
        value: null,
        there: false,
        hint: 'Value',
      };
      return [...rows, fresh];
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
      perform(command, JSON.stringify({ old, name: name.value.trim(), value: value.value }));
      if (!old) name.value = value.value = '';
      const is = of().fields.find((f) => f.name === old); // it still is, where the new name was refused
      if (is) [name.value, value.value] = [is.name, is.value];
    },
    remove(e) {
      perform(command, JSON.stringify({ old: e.target.closest('[data-old]').dataset.old, name: '', value: '' }));
    },
  });
  const withLines = (command, of, own) =>
    Object.defineProperties(fieldLines(command, of), Object.getOwnPropertyDescriptors(own));
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
    get lineColour() {
      return now().facts.line?.colour.toLowerCase() || '#000000';
    },
    get lineOf() {
      const l = now().facts.line;
      return !l ? 'Select a connector.' : l.of > 1 ? `${l.of} connectors` : now().facts.title;
    },
  }));
  // The tabs of the pages.
  Alpine.data('pages', () => ({
    get pages() {
      return (now().facts.pages || []).map((p, i) => ({
        ...p,
        number: i + 1,
        current: p.shown ? 'page' : 'false',
        hover: `${p.name}: ${p.steps === 1 ? '1 step' : `${p.steps} steps`}. Double-click to name it, drag to move it.`,
      }));
    },
  }));
  // The files of the selected step.
  const shown = /^(image\/(png|jpeg|gif|webp)|application\/pdf)$/;
  Alpine.data('files', () => ({
    get step() {
      return now().facts.step;
    },
    get files() {
      const at = `/charts/${document.body.dataset.chart}/files/`;
      return (now().facts.files || []).map((f) => ({
        ...f,
        href: `${at}${f.id}${shown.test(f.type) ? '?show=1' : ''}`,
        hover: `${f.name}, ${(f.size / 1048576).toFixed(1)} MB: ${shown.test(f.type) ? 'opens in a tab of its own' : 'is downloaded'}`,
      }));
    },
    async add(e) {
      const step = this.step,
        [file] = e.target.files;
      e.target.value = '';
      if (!file) return;
      const most = +document.body.dataset.mostFile; // MB
      if (file.size > most * 1048576) {
        perform('why', `a file can have at most ${most} MB; ${file.name} has ${(file.size / 1048576).toFixed(1)}`);
        return;
      }
      const body = new FormData();
      body.append('file', file);
      const r = await fetch(`/charts/${document.body.dataset.chart}/files`, {
        method: 'POST',
        body,
        headers: { 'X-Csrf-Token': document.querySelector('meta[name=csrf]').content },
      }).catch(() => null);
      if (r?.ok) perform('file-add', JSON.stringify({ step, file: await r.json() }));
      else perform('why', r ? await r.text() : 'the server cannot be reached; attach the file again when it is back');
    },
  }));
  // Where what is selected leads. The names of one's other charts are asked for once.
  let asked = false;
  Alpine.data('link', () => ({
    get l() {
      return now().facts.link || { offer: [] };
    },
    async charts() {
      if (asked) return;
      asked = true;
      const r = await fetch('/charts/names').catch(() => null);
      if (r?.ok) perform('charts', await r.text());
    },
    set(e) {
      perform('link-set', e.target.value);
      this.$nextTick(() => {
        e.target.value = this.l.to;
      });
    },
  }));
  // The page's sheet, and how it is set up.
  Alpine.data('sheet', () => ({
    get s() {
      return now().facts.sheet || {};
    },
    get name() {
      return this.s.name || '';
    },
    take(e) {
      const { what, value } = e.currentTarget.dataset;
      perform('page-set', JSON.stringify({ what, value }));
    },
    strip(edge, i) {
      return this.s.strips?.[(edge === 'header' ? 0 : 3) + i] || '';
    },
    set(e) {
      const { what } = e.target.dataset;
      perform('page-set', JSON.stringify({ what, value: e.target.value }));
      this.$nextTick(() => {
        const [edge, place] = what.split('.');
        e.target.value = place ? this.strip(edge, ['left', 'centre', 'right'].indexOf(place)) : this.s[what];
      });
    },
  }));
  // What the proof has found. The core proves while nobody types; which rule is asked about is the page's own.
  Alpine.data('proof', () => ({
    get proof() {
      return now().proof;
    },
    get count() {
      return this.proof.count;
    },
    get calm() {
      return this.proof.count ? '' : 'calm';
    },
    get sound() {
      return !this.proof.count;
    },
    get findings() {
      return this.proof.findings.map((f) => ({
        ...f,
        key: `${f.at} ${f.words}`,
        where: f.page && `page ${f.page}`,
        run: this.proof.walked === `${f.at} ${f.words}` ? `Next of ${f.steps} steps` : 'Show a run',
        asked: this.proof.asked === `${f.at} ${f.words}`,
      }));
    },
    get more() {
      return this.proof.more ? `and ${this.proof.more} more` : '';
    },
    get waives() {
      return this.proof.waived.length > 0;
    },
    get waived() {
      return this.proof.waived;
    },
    get words() {
      return this.proof.words;
    },
    go(e) {
      perform('proof-go', e.currentTarget.dataset.at);
    },
    walk(e) {
      const { at, key, steps } = e.currentTarget.dataset;
      if (this.proof.walked !== key) Object.assign(this.proof, { walked: key, step: -1 });
      this.proof.step = (this.proof.step + 1) % +steps;
      perform('proof-step', JSON.stringify({ at: +at, step: this.proof.step }));
    },
    mend(e) {
      perform('proof-mend', e.currentTarget.dataset.at);
    },
    ask(e) {
      const { key } = e.currentTarget.dataset;
      this.proof.asked = this.proof.asked === key ? '' : key;
    },
    waive(e) {
      const { rule } = e.target.dataset;
      perform('proof-waive', JSON.stringify({ rule, reason: e.target.elements.reason.value }));
      this.proof.asked = '';
    },
    use(e) {
      perform('proof-unwaive', e.currentTarget.dataset.rule);
    },
  }));
  Alpine.data('numbers', () => ({
    get n() {
      return now().facts.numbers || {};
    },
    set(e) {
      const { what } = e.target.dataset;
      perform('number-set', JSON.stringify({ what, value: e.target.value }));
      this.$nextTick(() => (e.target.value = this.n[what]));
    },
  }));
  // The look drawer: values that are typed go to the core as they are, which answers what it
  // cannot read.
  Alpine.data('look', () => ({
    get look() {
      return now().facts.look;
    },
    get title() {
      return now().facts.title || '';
    },
    get colours() {
      return this.look?.colours || [];
    },
    get fields() {
      return now().facts.fieldNames || [];
    },
    get looks() {
      return this.look?.looks || '';
    },
    get reads() {
      return this.look?.reads || '';
    },
    get legible() {
      return !this.poor;
    },
    get poor() {
      return !!this.look && !this.look.legible;
    },
    get percent() {
      return `${this.look?.clear || 0} %`;
    },
    // of is a value, none where the selected steps differ in it.
    of(what) {
      return !this.look || (what !== 'clear' && this.look.mixed.includes(what)) ? '' : this.look[what];
    },
    mixed(what) {
      return this.look?.mixed.includes(what) ? 'mixed' : 'none';
    },
    set(e) {
      const { what } = e.target.dataset,
        value = e.target.value;
      if (!value.trim()) return;
      perform('look-set', JSON.stringify({ what, value }));
      this.$nextTick(() => {
        e.target.value = this.of(what);
      });
    },
    preview(e) {
      perform('look-try', JSON.stringify({ what: e.target.dataset.what, value: e.target.value }));
    },
    take(e) {
      const { what, value } = e.currentTarget.dataset;
      perform('look-set', JSON.stringify({ what, value }));
    },
  }));
  Alpine.data('house', () => ({
    get name() {
      return now().facts.house?.name || '';
    },
    get reads() {
      return now().facts.house?.reads || [];
    },
    get poor() {
      return now().facts.house?.poor > 0;
    },
    get own() {
      return now().facts.house?.own || '';
    },
    make(e) {
      const of = new FormData(e.target);
      const style = { name: of.get('name'), family: of.get('family'), colours: of.getAll('colour') };
      perform('house-make', JSON.stringify(style));
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
  // The selected steps: their size, and copies of them.
  Alpine.data('steps', () => ({
    get w() {
      return now().facts.stepW || '';
    },
    get h() {
      return now().facts.stepH || '';
    },
    size(e) {
      const { what } = e.target.dataset;
      perform('step-size', JSON.stringify({ what, value: e.target.value }));
      this.$nextTick(() => {
        e.target.value = this[what];
      });
    },
    copy() {
      const { n, dx, dy } = this.$refs;
      perform('copies', JSON.stringify({ n: +n.value || 0, dx: dx.value, dy: dy.value }));
    },
  }));
  // Which ten symbols are on the bench.
  Alpine.data('ten', () => ({
    get pressed() {
      return `${now().ten.choosing}`;
    },
    get fixed() {
      return now().ten.fixed;
    },
    choose() {
      now().ten.choosing = !now().ten.choosing;
    },
    byUse() {
      perform('ten', '');
    },
  }));
  // Lining up: how far tidying goes is shown as outlines while it is chosen.
  Alpine.data('lineup', () => ({
    get title() {
      return now().facts.title || '';
    },
    get l() {
      return now().facts.lining || {};
    },
    degree(e) {
      perform('tidy-degree', e.target.value);
    },
    hide() {
      perform('tidy-hide');
    },
    gap(e) {
      const { what } = e.target.dataset;
      perform('step-gap', JSON.stringify({ what, value: e.target.value }));
      this.$nextTick(() => (e.target.value = this.l[what]));
    },
  }));
  // What is held together, and what else holds the selected steps.
  Alpine.data('hold', () => ({
    get title() {
      return now().facts.title || '';
    },
    get h() {
      return now().facts.hold || { groups: [] };
    },
    get none() {
      return !this.h.groups.length;
    },
    name(e) {
      perform('group-name', e.target.value);
      this.$nextTick(() => {
        e.target.value = this.h.name || '';
      });
    },
  }));
  // What is selected of lanes, pools and stages.
  Alpine.data('band', () =>
    withLines('lane-field', () => ({ of: now().facts.band?.id, fields: now().facts.band?.fields || [] }), {
      get b() {
        return now().facts.band || { into: [], fields: [] };
      },
      get title() {
        return now().facts.title || '';
      },
      get kind() {
        return this.b.kind || '';
      },
      get lane() {
        return this.kind === 'lane';
      },
      get sized() {
        return this.kind === 'lane' || this.kind === 'stage';
      },
      get grouped() {
        return this.kind === 'lane' || this.kind === 'group';
      },
      size(e) {
        perform('lane-size', e.target.value);
        this.$nextTick(() => {
          e.target.value = this.b.size;
        });
      },
      into(e) {
        perform('lane-in', e.target.value);
        this.$nextTick(() => {
          e.target.value = this.b.in;
        });
      },
    }),
  );
  // The fields of the selected step, and an empty line for a new one.
  Alpine.data('fields', () =>
    withLines(
      'field',
      () => ({ of: `${now().facts.selected}`, fields: now().facts.fields, mixed: now().facts.fieldsMixed }),
      {
        get names() {
          return now().facts.fieldNames || [];
        },
        get shown() {
          return now().facts.shown || [];
        },
        showOnPage() {
          const { field, as, on, colour } = this.$refs;
          const rule = { field: field.value, as: as.value, colour: colour.checked };
          if (on.value) rule.on = on.value;
          perform('field-show', JSON.stringify(rule));
        },
        get step() {
          return now().facts.step;
        },
        get some() {
          return now().facts.fieldsOf > 0;
        },
        get several() {
          const n = now().facts.fieldsOf;
          return n > 1 ? `Fields of ${n} steps: what you type goes to all of them.` : '';
        },
      },
    ),
  );
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
  // Controls of commands. What does not apply is greyed and says why when it is pointed at.
  const why = (el) => now().facts.why[el.dataset.act] || '';
  const command = {
    ':aria-disabled'() {
      return `${why(this.$el) !== ''}`;
    },
    ':title'() {
      const hover = (this.$el.dataset.hover ??= this.$el.title);
      return [hover, why(this.$el)].filter(Boolean).join(': ');
    },
  };
  Alpine.bind('command', () => command);
  Alpine.bind('choice', () => ({
    ...command,
    ':aria-pressed'() {
      const { act, arg } = this.$el.dataset;
      if (act === 'change-symbol' && now().ten.choosing) return `${now().ten.on.includes(arg)}`;
      const name = arg ? `${act} ${arg}` : act;
      return now().facts.mixed[name] ? 'mixed' : `${!!now().facts.on[name]}`;
    },
  }));
  Alpine.bind('symbol', () => ({
    ':aria-pressed'() {
      return `${now().facts.hand === this.$el.dataset.symbol}`;
    },
  }));
  // aria is a key as assistive technology has it.
  const aria = (key) => key?.replace('Ctrl', 'Control');
  Alpine.data('atHand', () => ({
    get groups() {
      return now().menu.map((g) => ({
        ...g,
        open: !g.folded || now().unfolded === g.words,
        items: g.items.map((i) => ({ ...i, aria: aria(i.key) })),
      }));
    },
    // unfold shows the commands of a group, and those of no other.
    unfold(e) {
      const { fold } = e.currentTarget.dataset;
      now().unfolded = now().unfolded === fold ? '' : fold;
    },
    pick(e) {
      document.getElementById('menu').hidePopover();
      document.getElementById('desk').focus({ preventScroll: true });
      perform(e.currentTarget.dataset.name, '');
    },
  }));
  // Cells that were pasted, and what their columns say.
  Alpine.data('pasted', () => ({
    get t() {
      return now().table;
    },
    get many() {
      return this.t.rows === 1 ? '1 row' : `${this.t.rows} rows; the first ones:`;
    },
    get columns() {
      return this.t.columns.map((c, at) => ({
        key: `${at} ${c.role} ${c.head}`,
        at,
        head: c.head,
        name: `Column ${at + 1}`,
        roles: this.t.roles.map((r) => ({ ...r, on: r.id === c.role })),
      }));
    },
    get rows() {
      const n = this.t.columns[0]?.cells.length || 0;
      return Array.from({ length: n }, (_, i) => ({
        key: i,
        cells: this.t.columns.map((c, at) => ({ key: at, text: c.cells[i] })),
      }));
    },
    draw(e) {
      const roles = [...this.$el.querySelectorAll('select')].map((s) => s.value);
      perform('table-draw', e.submitter?.value === 'leave' ? '' : JSON.stringify(roles));
    },
    leave() {
      perform('table-draw', '');
    },
  }));
  Alpine.data('finding', () => ({
    get found() {
      return now().found;
    },
    pick(e) {
      const { name, arg } = e.currentTarget.dataset;
      document.getElementById('find').close();
      perform(name, arg);
    },
  }));
  Alpine.data('question', () => ({
    get text() {
      return now().question.text;
    },
    get answers() {
      return now().question.answers;
    },
    answer(e) {
      const { name, arg } = e.submitter.dataset;
      perform(name, arg);
    },
    cancel() {
      perform('cancel', '');
    },
  }));
  Alpine.data('notice', () => ({
    get words() {
      return now().notice.words;
    },
    get offers() {
      return now().notice.offers || [];
    },
    get again() {
      return now().notice.words !== '';
    },
    reread() {
      document.getElementById('notice').showPopover();
    },
    take(e) {
      const { name, arg } = e.currentTarget.dataset;
      document.getElementById('notice').hidePopover();
      perform(name, arg);
      document.getElementById('desk').focus();
    },
  }));
});
