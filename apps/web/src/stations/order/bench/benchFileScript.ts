import type { Tick } from '@pale-glint/core';

/** A layer as the page of a bench file tells it. */
export interface BenchFileLayer {
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
  readonly layers: Readonly<Record<string, BenchFileLayer>>;
}

interface BenchFileState {
  readonly at: number;
  readonly figure: number;
  readonly timers: readonly { readonly label: string; readonly until: number }[];
  readonly ticks: readonly Tick[];
  /** What each press did, to be taken back in turn. */
  readonly done: readonly {
    readonly at: number;
    readonly figure: number;
    readonly ticks: number;
    readonly timers: number;
  }[];
}

/**
 * The page of a bench file. The class is written into the file as text and runs there alone: it names nothing outside
 * itself. Everything is put in as text, never as markup.
 */
export class BenchFilePage {
  private readonly key: string;
  private readonly main = document.querySelector('main')!;
  private readonly footer = document.querySelector('footer')!;
  private state: BenchFileState = { at: 0, figure: 0, timers: [], ticks: [], done: [] };

  constructor(private readonly data: BenchFileData) {
    this.key = `pale-glint/bench-file/${data.piece}`;
    try {
      const kept = JSON.parse(localStorage.getItem(this.key) ?? '{}') as Partial<BenchFileState>;
      this.state = { ...this.state, ...kept };
    } catch {
      // A browser that keeps nothing for files: it lives as long as the page.
    }
    addEventListener('keydown', (e) => this.onKey(e));
    setInterval(() => this.drawTimers(), 1000);
    this.draw();
  }

  private put(state: BenchFileState): void {
    this.state = state;
    try {
      localStorage.setItem(this.key, JSON.stringify(state));
    } catch {
      // As above.
    }
    this.draw();
  }

  private done(all: boolean): void {
    const { data, state } = this;
    const item = data.items[state.at];
    if (!item) return;
    const layer = data.layers[item.layer];
    const whole = all || layer.atOnce;
    const figures = whole ? item.copies.slice(state.figure) : [item.copies[state.figure]];
    const doneAt = new Date().toISOString();
    const ticks = layer.parts
      .filter((p) => p.coats === item.coat)
      .flatMap((p) => figures.map((copy) => ({ ...p.tick, copy, doneAt })));
    const last = whole || state.figure === item.copies.length - 1;
    const timers = last ? [{ label: layer.title, until: Date.now() + layer.dryMs }] : [];
    const { at, figure } = state;
    this.put({
      at: last ? at + 1 : at,
      figure: last ? 0 : figure + 1,
      timers: [...state.timers, ...timers],
      ticks: [...state.ticks, ...ticks],
      done: [...state.done, { at, figure, ticks: ticks.length, timers: timers.length }],
    });
  }

  private back(): void {
    const { state } = this;
    const last = state.done[state.done.length - 1];
    if (!last) return;
    this.put({
      at: last.at,
      figure: last.figure,
      timers: state.timers.slice(0, state.timers.length - last.timers),
      ticks: state.ticks.slice(0, state.ticks.length - last.ticks),
      done: state.done.slice(0, -1),
    });
  }

  /** The ticks as a file for the painting order. */
  private out(): void {
    const { piece } = this.data;
    const text = JSON.stringify({ format: 'pale-glint/ticks', version: 1, piece, ticks: this.state.ticks });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
    link.download = `${piece}.ticks.json`;
    link.click();
  }

  private onKey(e: KeyboardEvent): void {
    if (e.target instanceof HTMLButtonElement && (e.key === ' ' || e.key === 'Enter')) return;
    if ([' ', 'ArrowRight', 'PageDown'].includes(e.key)) this.done(false);
    else if (['ArrowLeft', 'PageUp'].includes(e.key)) this.back();
    else return;
    e.preventDefault();
  }

  private add(to: Element, name: string, text = '', look = ''): HTMLElement {
    const element = document.createElement(name);
    element.textContent = text;
    if (look) element.className = look;
    to.append(element);
    return element;
  }

  private press(label: string, deed: () => void, look = ''): void {
    this.add(this.footer, 'button', label, look).addEventListener('click', deed);
  }

  private drawTimers(): void {
    const to = this.main.querySelector('[aria-label="Drying"]');
    if (!to) return;
    to.textContent = '';
    for (const t of this.state.timers.slice(-4)) {
      const left = Math.max(0, Math.ceil((t.until - Date.now()) / 1000));
      const clock = `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`;
      this.add(to, 'span', `${left > 0 ? clock : 'Dry'} ${t.label}`, left > 0 ? 'dry' : 'dry now');
    }
  }

  private drawMix(layer: BenchFileLayer): void {
    const mix = this.add(this.main, 'p', layer.mix.length === 0 ? layer.mixText : '');
    for (const m of layer.mix) {
      this.add(mix, 'i').style.background = m.hex;
      this.add(mix, 'strong', `${layer.mix.length > 1 ? `${m.parts} ` : ''}${m.name}  `);
    }
  }

  private drawStep(item: BenchFileData['items'][number]): void {
    const { data, state, main } = this;
    const layer = data.layers[item.layer];
    this.add(main, 'p', `${state.at + 1} of ${data.items.length}`);
    this.add(main, 'h1', layer.title);
    this.drawMix(layer);
    const figure = layer.atOnce
      ? `all ${item.copies.length} figures`
      : `figure ${item.copies[state.figure]} of ${data.copies}`;
    const coat = layer.coats > 1 ? `coat ${item.coat} of ${layer.coats}` : '';
    const facts = [layer.thinning, coat, data.copies > 1 ? figure : ''];
    this.add(main, 'p', facts.filter(Boolean).join(' · '));
    if (layer.picture) {
      const picture = this.add(main, 'img') as HTMLImageElement;
      picture.src = layer.picture;
      picture.alt = `After ${layer.title}`;
    }
    this.add(main, 'p', layer.how);
    if (layer.care) this.add(main, 'p', `Take care: ${layer.care}`, 'care');
    const list = this.add(main, 'ul');
    for (const p of layer.parts.filter((one) => one.coats >= item.coat))
      this.add(list, 'li', `${p.name}${p.where ? `: ${p.where}` : ''}`);
    this.add(main, 'p', layer.why);
    const left = item.copies.length - state.figure;
    this.press('Done', () => this.done(false), 'main');
    if (!layer.atOnce && left > 1) this.press(`Done on all ${left}`, () => this.done(true));
  }

  private draw(): void {
    const { main, footer, state } = this;
    main.textContent = '';
    footer.textContent = '';
    this.add(main, 'div').setAttribute('aria-label', 'Drying');
    this.drawTimers();
    const item = this.data.items[state.at];
    if (item) this.drawStep(item);
    else {
      this.add(main, 'h1', 'All that was laid out is done.');
      this.add(main, 'p', 'Save the ticks as a file and bring it back to the painting order.');
    }
    if (state.done.length > 0) this.press('Back', () => this.back());
    this.press(`Ticks as a file (${state.ticks.length})`, () => this.out());
    scrollTo(0, 0);
  }
}
