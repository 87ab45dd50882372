import type { Tick } from '@pale-glint/core';

/** What a bench file holds: no more than its page needs. */
export interface BenchFileData {
  readonly piece: string;
  readonly name: string;
  readonly copies: number;
  readonly items: readonly {
    readonly layer: string;
    readonly coat: number;
    readonly copies: readonly number[];
  }[];
  readonly layers: Readonly<
    Record<
      string,
      {
        readonly title: string;
        readonly coats: number;
        readonly mix: readonly { readonly name: string; readonly hex: string; readonly parts: number }[];
        readonly mixText: string;
        readonly thinning: string;
        readonly how: string;
        readonly why: string;
        readonly care: string;
        readonly dryMs: number;
        readonly atOnce: boolean;
        readonly parts: readonly {
          readonly name: string;
          readonly where: string;
          readonly coats: number;
          readonly tick: Tick;
        }[];
        readonly picture: string;
      }
    >
  >;
}

/**
 * The page of a bench file. It is written into the file as text and runs there alone: it names nothing outside itself.
 * Everything is put in as text, never as markup.
 */
// One function, since its text alone is what is written into the file.
// eslint-disable-next-line max-lines-per-function
export function runBenchFile(data: BenchFileData): void {
  interface State {
    at: number;
    figure: number;
    timers: { label: string; until: number }[];
    ticks: Tick[];
    done: { at: number; figure: number; ticks: number; timers: number }[];
  }
  const key = `pale-glint/bench-file/${data.piece}`;
  const fresh: State = { at: 0, figure: 0, timers: [], ticks: [], done: [] };
  let state = fresh;
  try {
    state = { ...fresh, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<State>) };
  } catch {
    // A browser that keeps nothing for files: it lives as long as the page.
  }
  const keep = () => {
    try {
      localStorage.setItem(key, JSON.stringify(state));
    } catch {
      // As above.
    }
  };
  const main = document.querySelector('main')!;
  const footer = document.querySelector('footer')!;
  const add = (to: Element, name: string, text = '', look = '') => {
    const element = document.createElement(name);
    element.textContent = text;
    if (look) element.className = look;
    to.append(element);
    return element;
  };
  const press = (label: string, deed: () => void, look = '') =>
    add(footer, 'button', label, look).addEventListener('click', deed);
  const done = (all: boolean) => {
    const item = data.items[state.at];
    const layer = data.layers[item.layer];
    const whole = all || layer.atOnce;
    const figures = whole ? item.copies.slice(state.figure) : [item.copies[state.figure]];
    const now = new Date().toISOString();
    const ticks = layer.parts
      .filter((p) => p.coats === item.coat)
      .flatMap((p) => figures.map((copy) => ({ ...p.tick, copy, doneAt: now })));
    const last = whole || state.figure === item.copies.length - 1;
    const timers = last ? [{ label: layer.title, until: Date.now() + layer.dryMs }] : [];
    state = {
      at: last ? state.at + 1 : state.at,
      figure: last ? 0 : state.figure + 1,
      timers: [...state.timers, ...timers],
      ticks: [...state.ticks, ...ticks],
      done: [
        ...state.done,
        { at: state.at, figure: state.figure, ticks: ticks.length, timers: timers.length },
      ],
    };
    keep();
    draw();
  };
  const back = () => {
    const last = state.done[state.done.length - 1];
    if (!last) return;
    state = {
      at: last.at,
      figure: last.figure,
      timers: state.timers.slice(0, state.timers.length - last.timers),
      ticks: state.ticks.slice(0, state.ticks.length - last.ticks),
      done: state.done.slice(0, -1),
    };
    keep();
    draw();
  };
  const out = () => {
    const text = JSON.stringify({
      format: 'pale-glint/ticks',
      version: 1,
      piece: data.piece,
      ticks: state.ticks,
    });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
    link.download = `${data.piece}.ticks.json`;
    link.click();
  };
  const drawTimers = (to: Element) => {
    to.textContent = '';
    for (const t of state.timers.slice(-4)) {
      const left = Math.max(0, Math.ceil((t.until - Date.now()) / 1000));
      const clock = `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`;
      add(to, 'span', `${left > 0 ? clock : 'Dry'} ${t.label}`, left > 0 ? 'dry' : 'dry now');
    }
  };
  const draw = () => {
    main.textContent = '';
    footer.textContent = '';
    const timers = add(main, 'div');
    timers.setAttribute('aria-label', 'Drying');
    drawTimers(timers);
    const item = data.items[state.at] as BenchFileData['items'][number] | undefined;
    if (!item) {
      add(main, 'h1', 'All that was laid out is done.');
      add(main, 'p', 'Save the ticks as a file and bring it back to the painting order.');
    } else {
      const layer = data.layers[item.layer];
      add(main, 'p', `${state.at + 1} of ${data.items.length}`);
      add(main, 'h1', layer.title);
      const mix = add(main, 'p');
      for (const m of layer.mix) {
        (add(mix, 'i') as HTMLElement).style.background = m.hex;
        add(mix, 'strong', `${layer.mix.length > 1 ? `${m.parts} ` : ''}${m.name}  `);
      }
      if (layer.mix.length === 0) mix.textContent = layer.mixText;
      const figure =
        data.copies > 1
          ? layer.atOnce
            ? `all ${item.copies.length} figures`
            : `figure ${item.copies[state.figure]} of ${data.copies}`
          : '';
      const coat = layer.coats > 1 ? `coat ${item.coat} of ${layer.coats}` : '';
      add(main, 'p', [layer.thinning, coat, figure].filter(Boolean).join(' · '));
      if (layer.picture) {
        const picture = add(main, 'img') as HTMLImageElement;
        picture.src = layer.picture;
        picture.alt = `After ${layer.title}`;
      }
      add(main, 'p', layer.how);
      if (layer.care) add(main, 'p', `Take care: ${layer.care}`, 'care');
      const list = add(main, 'ul');
      for (const p of layer.parts.filter((one) => one.coats >= item.coat))
        add(list, 'li', `${p.name}${p.where ? `: ${p.where}` : ''}`);
      add(main, 'p', layer.why);
      const left = item.copies.length - state.figure;
      press('Done', () => done(false), 'main');
      if (!layer.atOnce && left > 1) press(`Done on all ${left}`, () => done(true));
    }
    if (state.done.length > 0) press('Back', back);
    press(`Ticks as a file (${state.ticks.length})`, out);
    scrollTo(0, 0);
  };
  addEventListener('keydown', (e) => {
    if (e.target instanceof HTMLButtonElement && (e.key === ' ' || e.key === 'Enter')) return;
    if ([' ', 'ArrowRight', 'PageDown'].includes(e.key)) done(false);
    else if (['ArrowLeft', 'PageUp'].includes(e.key)) back();
    else return;
    e.preventDefault();
  });
  setInterval(() => {
    const shown = main.querySelector('[aria-label="Drying"]');
    if (shown) drawTimers(shown);
  }, 1000);
  draw();
}
