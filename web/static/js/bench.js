// The bench, the drawers and the menu at the hand: their controls carry the names of the
// core's commands, and perform does them. What they look like is in state.js.

const $ = (id) => document.getElementById(id);
const now = Alpine.store('now');

// nearest is the control that stands nearest in the direction of an arrow key.
function nearest(from, all, key) {
  const c = (el) => {
    const r = el.getBoundingClientRect();
    return [r.left + r.width / 2, r.top + r.height / 2];
  };
  const [x, y] = c(from);
  const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[key];
  let best = null,
    least = Infinity;
  for (const el of all) {
    const [u, v] = c(el);
    const ahead = (u - x) * d[0] + (v - y) * d[1],
      beside = Math.abs((u - x) * d[1]) + Math.abs((v - y) * d[0]);
    if (ahead > 2 && ahead + 3 * beside < least) {
      least = ahead + 3 * beside;
      best = el;
    }
  }
  return best;
}

// arrows moves the focus among the controls of a strip by the arrow keys.
export function arrows(strip) {
  strip.addEventListener('keydown', (e) => {
    if (!e.key.startsWith('Arrow') || e.target.matches('input, textarea, select')) return;
    const all = [...strip.querySelectorAll('button, input, textarea, select')].filter(
      (el) => el.offsetParent && el !== e.target,
    );
    e.preventDefault();
    e.stopPropagation();
    nearest(e.target, all, e.key)?.focus();
  });
}

export class Bench {
  constructor(el, perform, hand) {
    this.el = el;
    this.perform = perform;
    this.carried = false;
    arrows(el);
    document.addEventListener('click', (e) => {
      const b = e.target.closest('button');
      if (!b || b.form || this.carried || !(b.dataset.act || b.dataset.symbol)) return; // a form's own are sent by it
      this.press(b);
      if (e.detail && el.contains(b) && document.activeElement === b) $('desk').focus({ preventScroll: true });
    });
    // What will be is shown as long as the button is held; letting go beside it leaves all as it is.
    document.addEventListener('pointerdown', (e) => {
      const b = e.target.closest('[data-held]:not([aria-disabled=true])');
      if (!b || e.button) return;
      perform(`${b.dataset.act}-show`);
      const end = () => {
        for (const what of ['pointerup', 'pointercancel']) removeEventListener(what, end);
        perform(`${b.dataset.act}-hide`);
      };
      for (const what of ['pointerup', 'pointercancel']) addEventListener(what, end);
    });
    el.addEventListener('pointerdown', (e) => {
      const b = e.target.closest('[data-symbol]');
      if (!b || e.button) return;
      // Dragged out of the bench, the symbol goes along with the pointer, and stands
      // where it is let go over the paper.
      const start = { x: e.clientX, y: e.clientY };
      const over = (m) => $('desk').contains(document.elementFromPoint(m.clientX, m.clientY));
      const move = (m) => {
        if (!this.carried && Math.hypot(m.clientX - start.x, m.clientY - start.y) > 6) {
          this.carried = true;
          document.body.classList.add('carrying');
          hand.carry(b.dataset.symbol);
        }
        if (this.carried) hand.over(m, over(m));
      };
      const end = (m) => {
        removeEventListener('pointermove', move);
        removeEventListener('pointerup', end);
        removeEventListener('pointercancel', end);
        if (!this.carried) return;
        document.body.classList.remove('carrying');
        setTimeout(() => {
          this.carried = false;
        }, 0); // the click that comes of it is none
        hand.drop(m, m.type === 'pointerup' && over(m));
      };
      addEventListener('pointermove', move);
      addEventListener('pointerup', end);
      addEventListener('pointercancel', end);
    });
  }

  press(b) {
    const { act, arg, symbol } = b.dataset;
    if (symbol) this.perform('hand', symbol);
    else if (b.getAttribute('aria-disabled') === 'true') this.perform('why', now.facts.why[act]);
    else if (act === 'look-field') this.perform(act, b.parentElement.querySelector('select').value);
    else this.perform(act, arg || '');
  }

  // menu opens the commands for what is selected at (x, y). The browser's own way of closing
  // it (popover=auto) is not taken: on a system that asks for a menu when the button goes
  // down, it would be gone when the button comes up.
  async menu(groups, x, y) {
    if (!groups.length) return;
    const m = $('menu');
    now.menu = groups;
    now.unfolded = '';
    await Alpine.nextTick();
    m.showPopover();
    const within = () => {
      m.style.left = `${Math.max(4, Math.min(x, innerWidth - m.offsetWidth - 4))}px`;
      m.style.top = `${Math.max(4, Math.min(y, innerHeight - m.offsetHeight - 4))}px`;
    };
    const shown = () => [...m.querySelectorAll('button')].filter((b) => b.offsetParent);
    const grows = new ResizeObserver(within); // as groups are unfolded
    grows.observe(m);
    within();
    shown()[0].focus();
    m.onkeydown = (e) => {
      e.stopPropagation();
      const all = shown(),
        i = all.indexOf(document.activeElement);
      if (e.key === 'ArrowDown') {
        e.preventDefault();
        all[(i + 1) % all.length].focus();
      }
      if (e.key === 'ArrowUp') {
        e.preventDefault();
        all[(i + all.length - 1) % all.length].focus();
      }
      const fold = document.activeElement.getAttribute('aria-expanded'); // a group is opened and shut by arrows too
      if (e.key === (fold === 'true' ? 'ArrowLeft' : 'ArrowRight') && fold) document.activeElement.click();
      if (e.key === 'Home') {
        e.preventDefault();
        all[0].focus();
      }
      if (e.key === 'End') {
        e.preventDefault();
        all.at(-1).focus();
      }
      if (e.key === 'Tab') {
        e.preventDefault();
        this.shut();
      }
      if (e.key === 'Escape') this.shut();
    };
    const away = (e) => {
      if (!m.contains(e.target)) this.shut();
    };
    addEventListener('pointerdown', away, { capture: true });
    const closed = (e) => {
      if (e.newState !== 'closed') return;
      m.removeEventListener('toggle', closed);
      removeEventListener('pointerdown', away, { capture: true });
      grows.disconnect();
    };
    m.addEventListener('toggle', closed);
  }

  shut() {
    $('menu').hidePopover();
    $('desk').focus({ preventScroll: true });
  }
}
