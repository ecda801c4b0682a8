// Commands go to the server, those of other windows come from it. What is not
// acknowledged is kept in this browser until it is.

const pause = (ms) => new Promise((ok) => setTimeout(ok, ms));
const meta = document.querySelector('meta[name=csrf]');

// The server says every half second that it is there; silence for this long is a cut.
const silence = 1800;
// Pauses between tries grow from the first to the last, ms.
const firstPause = 400,
  lastPause = 15000;

// So many commands are sent at once.
const most = 200;

// stored are the names in this browser's storage that begin so; none where it cannot be had.
function stored(head) {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(head));
  } catch {
    return [];
  }
}

export class Live {
  constructor(chart, client, { status, event, refused, comments, ended, back, far }) {
    Object.assign(this, { chart, client, status, event, refused, comments, ended, back, far });
    this.waiting = []; // sent or to be sent, not acknowledged
    this.kept = new Set(); // the numbers of those that this browser keeps
    this.busy = false;
    this.cut = false;
    this.out = false; // the session has ended
    this.seq = 0;
    this.tries = 0;
    this.key = `waiting ${chart} ${client}`;
    addEventListener('online', () => {
      this.tries = 0;
      this.hurry?.();
      if (this.cut) this.again();
    });
    addEventListener('offline', () => this.lost());
    setInterval(() => {
      if (this.heard && performance.now() - this.heard > silence) setTimeout(() => this.quiet(), 0);
    }, 250);
  }

  // token is what every request that changes something carries.
  static get token() {
    return { 'X-Csrf-Token': meta.content };
  }

  static post(chart, client, commands) {
    return fetch(`/charts/${chart}/commands`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...Live.token },
      body: JSON.stringify({ client, commands }),
    });
  }

  // leftovers sends what earlier windows of this browser could not. The server knows the commands that it has
  // already.
  static async leftovers(chart) {
    const of = {}; // by window: where a command is kept, and it
    for (const key of stored(`waiting ${chart} `)) {
      const client = key.split(' ')[2];
      try {
        for (const c of [JSON.parse(localStorage[key])].flat()) (of[client] ||= []).push({ key, c });
      } catch {
        // damaged: nobody can make a command of it
      }
    }
    for (const [client, kept] of Object.entries(of)) {
      kept.sort((a, b) => a.c.n - b.c.n);
      let all = true; // taken: one key may hold more than one batch
      for (let i = 0; all && i < kept.length; i += most) {
        const batch = kept.slice(i, i + most).map(({ c }) => c);
        const r = await Live.post(chart, client, batch).catch(() => null);
        all = Boolean(r?.ok);
      }
      if (all) for (const { key } of kept) localStorage.removeItem(key);
    }
  }

  send(commands) {
    if (!commands?.length) return;
    this.waiting.push(...commands);
    this.keep();
    this.tell();
    this.pump();
  }

  // keep keeps what waits in this browser, each command by itself, and tells whether it could: a browser's storage may
  // be full, or not to be had. They are sent all the same.
  keep() {
    for (const c of this.waiting) {
      if (this.kept.has(c.n)) continue;
      try {
        localStorage.setItem(`${this.key} ${c.n}`, JSON.stringify(c));
        this.kept.add(c.n);
      } catch {
        return false;
      }
    }
    return true;
  }

  // done forgets commands that the server has answered, and keeps what there was no room for before.
  done(ns) {
    this.waiting = this.waiting.filter((c) => !ns.has(c.n));
    for (const n of ns) if (this.kept.delete(n)) localStorage.removeItem(`${this.key} ${n}`);
    this.keep();
  }

  tell() {
    const waiting = this.waiting.length;
    const unkept = waiting - this.kept.size;
    this.status({ cut: this.cut, out: this.out, waiting, unkept, onDisk: this.onDisk });
  }

  async settled() {
    while (this.waiting.length) await pause(50);
  }

  // lost: the line is cut. What follows is tried again with growing pauses.
  lost() {
    if (this.cut) return;
    this.cut = true;
    this.tell();
    this.again();
  }

  // quiet closes a line that nothing comes through any more.
  quiet() {
    if (performance.now() - this.heard <= silence) return;
    this.heard = 0;
    const s = this.socket;
    this.socket = null;
    s?.close();
    this.lost();
  }

  found() {
    this.heard = performance.now();
    this.tries = 0;
    if (!this.cut) return;
    this.cut = false;
    this.tell();
    this.pump();
    this.back();
  }

  async again() {
    if (this.trying || this.out) return;
    this.trying = true;
    while (!this.socket || this.socket.readyState > 1) {
      const wait = Math.min(lastPause, firstPause * 2 ** this.tries++);
      this.hurry = null;
      await Promise.race([
        pause(wait * (0.8 + 0.4 * Math.random())),
        new Promise((ok) => {
          this.hurry = ok;
        }),
      ]);
      await this.connect();
      if (this.out) break;
    }
    this.trying = false;
  }

  async pump() {
    if (this.busy || this.out) return;
    this.busy = true;
    while (this.waiting.length && !this.cut) {
      const batch = this.waiting.slice(0, most);
      let r = null;
      try {
        r = await Live.post(this.chart, this.client, batch);
      } catch {
        /* the line is down */
      }
      if (r?.ok) {
        const { results, onDisk } = await r.json();
        for (const x of results) if (x.refused) this.refused(x.n, x.refused);
        this.done(new Set(results.map((x) => x.n)));
        this.onDisk = onDisk;
        this.tell();
      } else if (r?.status === 401) {
        this.signedOut();
        break;
      } else if (r && r.status < 500 && r.status !== 429) {
        this.status({ stopped: await r.text() });
        break;
      } else if (r) {
        await pause(1500); // the server is busy, the line is there
      } else {
        const s = this.socket;
        this.socket = null;
        s?.close();
        this.lost();
      }
    }
    this.busy = false;
  }

  signedOut() {
    if (this.out) return;
    this.out = true;
    this.tell();
    this.ended();
  }

  // signedIn goes on with a new session and its form token.
  signedIn(token) {
    meta.content = token;
    document.body.setAttribute('hx-headers:inherited', JSON.stringify({ 'X-Csrf-Token': token }));
    this.out = false;
    this.cut = true;
    this.tries = 0;
    this.trying = false;
    this.socket = null;
    this.again();
  }

  // connect opens the live channel; it is settled when that is open or has failed.
  async connect() {
    if (this.socket && this.socket.readyState < 2) return;
    try {
      // a channel that is refused does not say why
      const r = await fetch(`/charts/${this.chart}/here`);
      if (r.status === 401) {
        this.signedOut();
        return;
      }
      if (r.status === 429) {
        this.status({ stopped: await r.text() });
        setTimeout(() => this.connect(), lastPause); // there may be room by then; changes are sent all the same
      }
      if (!r.ok) return;
    } catch {
      this.lost();
      return;
    }
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const s = (this.socket = new WebSocket(`${scheme}://${location.host}/charts/${this.chart}/live?after=${this.seq}`));
    await new Promise((ok) => {
      s.onopen = () => {
        this.found();
        ok();
      };
      s.onmessage = (m) => {
        this.found();
        const { type, event } = JSON.parse(m.data);
        if (type === 'far') this.far();
        else if (type === 'comments') this.comments();
        else if (type === 'command') {
          this.seq = Math.max(this.seq, event.seq);
          this.event(event);
        }
      };
      s.onclose = () => {
        ok();
        if (this.socket !== s) return;
        this.socket = null;
        this.heard = 0;
        this.lost();
      };
    });
  }
}
