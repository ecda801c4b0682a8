// Commands go to the server, those of other windows come from it. What is not
// acknowledged is kept in this browser until it is.

const token = document.querySelector('meta[name=csrf]').content;
const pause = (ms) => new Promise((ok) => setTimeout(ok, ms));

export class Live {
  constructor(chart, client, { status, event, refused, comments }) {
    Object.assign(this, { chart, client, status, event, refused, comments });
    this.waiting = []; // sent or to be sent, not acknowledged
    this.busy = false;
    this.seq = 0;
    this.key = `waiting ${chart} ${client}`;
    addEventListener('online', () => this.connect());
  }

  static post(chart, client, commands) {
    return fetch(`/charts/${chart}/commands`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Csrf-Token': token },
      body: JSON.stringify({ client, commands }),
    });
  }

  // leftovers sends what an earlier window of this browser could not. The
  // server knows the commands that it has already.
  static async leftovers(chart) {
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(`waiting ${chart} `)) continue;
      const client = key.split(' ')[2];
      const r = await Live.post(chart, client, JSON.parse(localStorage[key])).catch(() => null);
      if (r && r.ok) localStorage.removeItem(key);
    }
  }

  send(commands) {
    if (!commands?.length) return;
    this.waiting.push(...commands);
    this.keep();
    this.pump();
  }

  keep() {
    if (this.waiting.length) localStorage[this.key] = JSON.stringify(this.waiting);
    else localStorage.removeItem(this.key);
  }

  async pump() {
    if (this.busy) return;
    this.busy = true;
    while (this.waiting.length) {
      const batch = this.waiting.slice(0, 200);
      this.status({ waiting: this.waiting.length });
      let r = null;
      try { r = await Live.post(this.chart, this.client, batch); } catch { /* the line is down */ }
      if (r?.ok) {
        const { results, onDisk } = await r.json();
        for (const x of results) if (x.refused) this.refused(x.n, x.refused);
        const done = new Set(results.map((x) => x.n));
        this.waiting = this.waiting.filter((c) => !done.has(c.n));
        this.keep();
        if (!this.waiting.length) this.status({ onDisk });
      } else if (r && r.status < 500 && r.status !== 429) {
        this.status({ stopped: r.status === 401 ? 'signed out: sign in again, changes are kept here' : await r.text() });
        break;
      } else {
        this.status({ cut: true, waiting: this.waiting.length });
        await pause(1500);
      }
    }
    this.busy = false;
  }

  connect() {
    if (this.socket && this.socket.readyState < 2) return;
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const s = this.socket = new WebSocket(`${scheme}://${location.host}/charts/${this.chart}/live?after=${this.seq}`);
    s.onmessage = (m) => {
      const { type, event } = JSON.parse(m.data);
      if (type === 'comments') this.comments();
      else { this.seq = Math.max(this.seq, event.seq); this.event(event); }
    };
    s.onclose = async () => {
      await pause(800);
      if (this.socket === s) this.connect();
      if (this.waiting.length) this.pump();
    };
  }
}
