// What takes the server a while: forms with data-job say how far it is, and stop it.

const every = 400; // ms, and until something is said at all

addEventListener('submit', (e) => {
  const form = e.target,
    title = form.dataset?.job;
  if (!title || e.defaultPrevented || e.submitter?.formMethod === 'dialog') return;
  const job = crypto.randomUUID?.() || String(Math.random()).slice(2);
  let field = form.querySelector('input[name=job]');
  if (!field) {
    field = Object.assign(document.createElement('input'), { type: 'hidden', name: 'job' });
    form.append(field);
  }
  field.value = job;
  follow(title, job, 'download' in form.dataset);
});

// follow says how far a job is until it is done, or the page goes.
function follow(title, job, download) {
  const dialog = Object.assign(document.createElement('dialog'), { className: 'panel' });
  dialog.setAttribute('aria-label', title);
  const make = (tag, props) => Object.assign(document.createElement(tag), props);
  const line = make('p', { role: 'status' }),
    stop = make('button', { className: 'button', type: 'button', textContent: 'Stop' }),
    does = make('p', { className: 'does' });
  does.append(stop);
  dialog.append(make('h2', { textContent: title }), line, does);
  document.body.append(dialog);
  let ended = false;
  const end = () => {
    ended = true;
    dialog.close();
    dialog.remove();
    removeEventListener('pageshow', end);
  };
  stop.onclick = () => {
    window.stop();
    end();
  }; // the server notices that nobody waits
  dialog.oncancel = (e) => {
    e.preventDefault();
    stop.click();
  };
  addEventListener('pageshow', end);
  let seen = false,
    began = 0;
  const ask = async () => {
    if (ended) return;
    let p = { state: 'none' };
    try {
      p = await (await fetch(`/jobs/${job}`)).json();
    } catch {
      /* the next one tells */
    }
    if (ended) return;
    if (p.state === 'done' || (seen && p.state === 'none')) {
      if (download) {
        end();
        return;
      }
      line.textContent = 'Opening …';
    } else if (p.state === 'waiting') {
      line.textContent =
        p.before === 0
          ? 'Waiting for a turn.'
          : p.before === 1
            ? 'Waiting: one other job comes first.'
            : `Waiting: ${p.before} other jobs come first.`;
    } else if (p.state === 'working') {
      began ||= Date.now();
      line.textContent = `At work for ${Math.round((Date.now() - began) / 1000)} s.`;
    } else {
      line.textContent = 'Sending …';
    }
    seen ||= p.state !== 'none';
    if (!dialog.open) dialog.showModal();
    setTimeout(ask, every);
  };
  setTimeout(ask, every);
}
