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
  /** Whether ticks are sent as they are made. */
  readonly live: boolean;
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
  /** How many of the ticks the computer has, and steps that it still has to untick. */
  readonly sent: number;
  readonly undone: readonly StepId[];
}

type StepId = Pick<Tick, 'part' | 'step' | 'role' | 'copy'>;

/**
 * The page of a bench file. The class is written into the file as text and runs there alone: it names nothing outside
 * itself. Everything is put in as text, never as markup.
 */
export class BenchFilePage {
  private readonly key: string;
  private readonly main = document.querySelector('main')!;
  private readonly footer = document.querySelector('footer')!;
  private state: BenchFileState = {
    at: 0,
    figure: 0,
    timers: [],
    ticks: [],
    done: [],
    sent: 0,
    undone: [],
  };
  /** What the computer and other phones have ticked. */
  private held = new Set<string>();
  private sending = false;
  private reached = true;

  constructor(private readonly data: BenchFileData) {
    this.key = `pale-glint/bench-file/${data.piece}`;
    this.takeKept();
    addEventListener('keydown', (e) => this.onKey(e));
    // Written by another window of this page, or by this one just before it was loaded again.
    addEventListener('storage', (e) => {
      if (e.key !== this.key) return;
      this.takeKept();
      this.draw();
    });
    setInterval(() => this.drawTimers(), 1000);
    this.draw();
    if (data.live) {
      void this.sync();
      setInterval(() => void this.sync(), 5000);
    }
  }

  private takeKept(): void {
    try {
      const kept = JSON.parse(localStorage.getItem(this.key) ?? '{}') as Partial<BenchFileState>;
      this.state = { ...this.state, ...kept };
    } catch {
      // A browser that keeps nothing for files: it lives as long as the page.
    }
  }

  private idOf({ part, step, role, copy }: StepId): StepId {
    return { part, step, role, copy };
  }

  private keyOf({ part, step, role, copy }: StepId): string {
    return [part, step, role, copy].join('/');
  }

  private async ask(method: string, address: string, body?: unknown): Promise<{ ticks: Tick[] }> {
    const response = await fetch(address, {
      method,
      ...(body !== undefined && {
        body: JSON.stringify(body),
        headers: { 'content-type': 'application/json' },
      }),
    });
    if (!response.ok) throw new Error(String(response.status));
    return (await response.json()) as { ticks: Tick[] };
  }

  /** Sends what is not sent yet, and learns what others ticked; what cannot be sent waits here. */
  private async sync(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    const MOST = 100;
    try {
      while (this.state.undone.length > 0) {
        const steps = this.state.undone.slice(0, MOST);
        await this.ask('POST', '/ticks/undone', { steps });
        this.keep({ ...this.state, undone: this.state.undone.slice(steps.length) });
      }
      while (this.state.sent < this.state.ticks.length) {
        const ticks = this.state.ticks.slice(this.state.sent, this.state.sent + MOST);
        await this.ask('PUT', '/ticks', { ticks });
        // Taken back while they were on their way: the computer has them now, and unticks them.
        const gone = ticks.filter((t) => !this.state.ticks.includes(t));
        this.keep({
          ...this.state,
          sent: this.state.sent + ticks.length - gone.length,
          undone: [...this.state.undone, ...gone.map((t) => this.idOf(t))],
        });
      }
      const { ticks } = await this.ask('GET', '/ticks');
      this.held = new Set(ticks.map((t) => this.keyOf(t)));
      this.reached = true;
      this.skipDone();
    } catch {
      this.reached = false;
    }
    this.sending = false;
    this.drawSent();
  }

  /** Whether an item was done by somebody else. */
  private isHeld(item: BenchFileData['items'][number]): boolean {
    const parts = this.data.layers[item.layer].parts.filter((p) => p.coats >= item.coat);
    return (
      parts.length > 0 &&
      item.copies.every((copy) => parts.every((p) => this.held.has(this.keyOf({ ...p.tick, copy }))))
    );
  }

  /** Goes past what another phone or the computer ticked meanwhile. */
  private skipDone(): void {
    let { at } = this.state;
    if (this.state.figure > 0) return;
    while (this.data.items[at] && this.isHeld(this.data.items[at])) at++;
    if (at !== this.state.at) this.put({ ...this.state, at });
  }

  private drawSent(): void {
    const to = this.main.querySelector('.sent');
    if (!to) return;
    const { sent, ticks, undone } = this.state;
    const waiting = ticks.length - sent + undone.length;
    const text =
      waiting > 0 || !this.reached
        ? `The computer does not answer. ${waiting} kept here until it does.`
        : 'All is on the computer.';
    if (to.textContent !== text) to.textContent = text;
  }

  private keep(state: BenchFileState): void {
    this.state = state;
    try {
      localStorage.setItem(this.key, JSON.stringify(state));
    } catch {
      // As above.
    }
  }

  private put(state: BenchFileState): void {
    this.keep(state);
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
      ...state,
      at: last ? at + 1 : at,
      figure: last ? 0 : figure + 1,
      timers: [...state.timers, ...timers],
      ticks: [...state.ticks, ...ticks],
      done: [...state.done, { at, figure, ticks: ticks.length, timers: timers.length }],
    });
    if (data.live) void this.sync();
  }

  private back(): void {
    const { state } = this;
    const last = state.done[state.done.length - 1];
    if (!last) return;
    const kept = state.ticks.length - last.ticks;
    // What the computer has already is unticked there, too.
    const undone = state.ticks.slice(kept, state.sent).map((t) => this.idOf(t));
    this.held = new Set([...this.held].filter((key) => !undone.some((u) => this.keyOf(u) === key)));
    this.put({
      sent: Math.min(state.sent, kept),
      undone: [...state.undone, ...undone],
      at: last.at,
      figure: last.figure,
      timers: state.timers.slice(0, state.timers.length - last.timers),
      ticks: state.ticks.slice(0, kept),
      done: state.done.slice(0, -1),
    });
    if (this.data.live) void this.sync();
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
      if (!this.data.live)
        this.add(main, 'p', 'Save the ticks as a file and bring it back to the painting order.');
    }
    if (this.data.live) {
      this.add(main, 'p', '', 'sent').setAttribute('role', 'status');
      this.drawSent();
    }
    if (state.done.length > 0) this.press('Back', () => this.back());
    if (!this.data.live) this.press(`Ticks as a file (${state.ticks.length})`, () => this.out());
    scrollTo(0, 0);
  }
}
