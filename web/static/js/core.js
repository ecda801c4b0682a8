// The door to the Go core in this page: loads it and hands out its calls.
// Every call returns what changed, as plain values.

async function run(body) {
  await new Promise((ok, no) => {
    const s = document.createElement('script');
    s.src = body.dataset.exec;
    s.onload = ok;
    s.onerror = () => no(new Error('the core did not load'));
    document.head.append(s);
  });
  const go = new Go();
  const ready = new Promise((ok) => addEventListener('tracer-ready', ok, { once: true }));
  const { instance } = await WebAssembly.instantiateStreaming(fetch(body.dataset.wasm), go.importObject);
  go.run(instance);
  await ready;
}

// rehearse has the core go through drags while nobody needs the page, so that the
// first one is smooth.
async function rehearse() {
  const idle = window.requestIdleCallback ?? ((f) => setTimeout(f, 50));
  do await new Promise((ok) => idle(ok));
  while (tracer.rehearse());
}

// load starts the core; apply is called with what each call changed.
export async function load(apply) {
  await run(document.body);
  const call =
    (name) =>
    (...args) => {
      const u = JSON.parse(tracer[name](...args));
      if (u.panic) {
        console.error(u.panic);
        location.reload(); // everything acknowledged is on disk, the rest is kept here
        throw new Error(u.panic);
      }
      apply(u);
      return u;
    };
  return {
    open: call('open'),
    pointer: call('pointer'),
    key: call('key'),
    act: call('do'),
    receive: call('receive'),
    refused: call('refused'),
    find: call('find'),
    type: call('type'),
    caret: call('caret'),
    menu: call('menu'),
    chart: () => tracer.chart(),
    onward: (text) => tracer.onward(text),
    bench: (...args) => JSON.parse(tracer.bench(...args)),
    rehearse,
  };
}
