import type { BenchFileData, BenchFileLayer, BenchFileState } from './benchFileData.js';
import type { BenchFileNotes } from './benchFileNotes.js';
import type { BenchFileTicks } from './benchFileTicks.js';
import type { WhatDries, Wet } from './whatDries.js';

/**
 * The page of a bench file. The class is written into the file as text and runs there alone: it names nothing outside
 * itself. Everything is put in as text, never as markup.
 */
export class BenchFilePage {
  private readonly key: string;
  private readonly main = document.querySelector('main')!;
  private readonly footer = document.querySelector('footer')!;
  private state: BenchFileState = {
    plan: '',
    items: [],
    at: 0,
    figure: 0,
    timers: [],
    ticks: [],
    done: [],
    sent: 0,
    undone: [],
  };
  /** The place at which "done" was pressed over something wet. */
  private asked = '';

  constructor(
    private readonly data: BenchFileData,
    private readonly drying: WhatDries,
    /** Null where there is no computer to send them to, both. */
    private readonly remote: BenchFileTicks | null,
    private readonly notes: BenchFileNotes | null,
  ) {
    this.key = `pale-glint/bench-file/${data.piece}`;
    this.state = { ...this.state, plan: data.plan, items: data.items };
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
    if (remote) {
      void this.sync();
      setInterval(() => void this.sync(), 5000);
    }
  }

  private takeKept(): void {
    try {
      const kept = JSON.parse(localStorage.getItem(this.key) ?? '{}') as Partial<BenchFileState>;
      // What an earlier page kept told nothing of what is wet.
      const done = (kept.done ?? this.state.done).map((d) => ({ ...d, wet: d.wet ?? [] }));
      const { ticks = [], sent = 0, undone = [], timers = [] } = kept;
      this.state =
        kept.plan === this.data.plan
          ? { ...this.state, ...kept, done }
          : { ...this.state, ticks, sent, undone, timers };
    } catch {
      // A browser that keeps nothing for files: it lives as long as the page.
    }
  }

  private async sync(): Promise<void> {
    await this.remote?.sync(
      () => this.state,
      (state) => this.keep(state),
    );
    this.skipDone();
    this.drawSent();
  }

  /** Whether an item was done by somebody else. */
  private isHeld(item: BenchFileData['items'][number]): boolean {
    const parts = this.data.layers[item.layer].parts.filter((p) => p.coats >= item.coat);
    return (
      parts.length > 0 &&
      item.copies.every((copy) => parts.every((p) => this.remote?.isHeld({ ...p.tick, copy })))
    );
  }

  /** Goes past what another phone or the computer ticked meanwhile. */
  private skipDone(): void {
    let { at } = this.state;
    if (this.state.figure > 0) return;
    while (this.state.items[at] && this.isHeld(this.state.items[at])) at++;
    if (at !== this.state.at) this.put({ ...this.state, at });
  }

  private drawSent(): void {
    const to = this.main.querySelector('.sent');
    if (!to) return;
    const { sent, ticks, undone } = this.state;
    const waiting = ticks.length - sent + undone.length;
    const text =
      waiting > 0 || !this.remote?.reached
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
    const item = state.items[state.at];
    if (!item) return;
    const layer = data.layers[item.layer];
    const whole = all || layer.atOnce;
    const figures = whole ? item.copies.slice(state.figure) : [item.copies[state.figure]];
    const press = `${state.at}/${state.figure}`;
    // Over what is wet nothing is painted by an oversight: the second press says that it is dry already.
    if (this.wetUnder(figures) && this.asked !== press) {
      this.asked = press;
      return this.draw();
    }
    const until = Date.now() + layer.dryMs;
    const doneAt = new Date().toISOString();
    const ticks = layer.parts
      .filter((p) => p.coats === item.coat)
      .flatMap((p) => figures.map((copy) => ({ ...p.tick, copy, doneAt })));
    const last = whole || state.figure === item.copies.length - 1;
    const timers = last ? [{ label: layer.title, until }] : [];
    const { at, figure } = state;
    this.put({
      ...state,
      at: last ? at + 1 : at,
      figure: last ? 0 : figure + 1,
      timers: [...state.timers, ...timers],
      ticks: [...state.ticks, ...ticks],
      done: [
        ...state.done,
        {
          at,
          figure,
          ticks: ticks.length,
          timers: timers.length,
          wet: this.drying.wetBy(item, figures, until),
        },
      ],
    });
    void this.sync();
  }

  private get wet(): readonly Wet[] {
    return this.state.done.flatMap((d) => d.wet);
  }

  /** What the item at hand would go over too soon on some figures. */
  private wetUnder(copies: readonly number[]): Wet | null {
    const item = this.state.items[this.state.at];
    return this.drying.wettestUnder({ ...item, copies }, this.wet, Date.now());
  }

  /** Another item is painted first. */
  private instead(k: number): void {
    const { items, at, figure } = this.state;
    this.put({ ...this.state, ...this.drying.broughtForward(items, at, figure, k) });
  }

  /** What is still wet under the step at hand, and what can be painted instead. */
  private drawWet(item: BenchFileData['items'][number]): void {
    const { state, data } = this;
    const wet = this.wetUnder(item.copies.slice(state.figure));
    if (!wet) return;
    const minutes = Math.ceil((wet.until - Date.now()) / 60_000);
    const again =
      this.asked === `${state.at}/${state.figure}` ? ' Press Done once more if it is dry already.' : '';
    this.add(this.main, 'p', `Not dry yet: ${wet.title}, about ${minutes} min.${again}`, 'care');
    const k = this.drying.meanwhile(state.items, state.at, this.wet, Date.now());
    if (k >= 0)
      this.press(`Meanwhile: ${data.layers[state.items[k].layer].title}`, () => this.instead(k), 'main');
  }

  private back(): void {
    const { state } = this;
    const last = state.done[state.done.length - 1];
    if (!last) return;
    const kept = state.ticks.length - last.ticks;
    // What the computer has already is unticked there, too.
    const { remote } = this;
    const undone = remote ? state.ticks.slice(kept, state.sent).map((t) => remote.idOf(t)) : [];
    remote?.letGo(undone);
    this.put({
      ...state,
      sent: Math.min(state.sent, kept),
      undone: [...state.undone, ...undone],
      at: last.at,
      figure: last.figure,
      timers: state.timers.slice(0, state.timers.length - last.timers),
      ticks: state.ticks.slice(0, kept),
      done: state.done.slice(0, -1),
    });
    void this.sync();
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
      const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
      const clock =
        left >= 3600
          ? `${Math.floor(left / 3600)} h ${two((left % 3600) / 60)}`
          : `${Math.floor(left / 60)}:${two(left % 60)}`;
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
    this.add(main, 'p', `${state.at + 1} of ${state.items.length}`);
    this.add(main, 'h1', layer.title);
    this.drawMix(layer);
    const figure = layer.atOnce
      ? `all ${item.copies.length} figures`
      : `figure ${item.copies[state.figure]} of ${data.copies}`;
    const coat = layer.coats > 1 ? `coat ${item.coat} of ${layer.coats}` : '';
    const facts = [layer.thinning, item.amount, coat, data.copies > 1 ? figure : ''];
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
    this.drawWet(item);
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
    const item = state.items[state.at];
    if (item) this.drawStep(item);
    else {
      this.add(main, 'h1', 'All that was laid out is done.');
      if (!this.data.live)
        this.add(main, 'p', 'Save the ticks as a file and bring it back to the painting order.');
    }
    if (this.data.live) {
      this.add(main, 'p', '', 'sent').setAttribute('role', 'status');
      this.drawSent();
      this.add(main, 'p', '', 'notes-sent').setAttribute('aria-live', 'polite');
    }
    const { notes } = this;
    if (notes && item) this.press('Note', () => notes.open(this.data.layers[item.layer].title));
    if (state.done.length > 0) this.press('Back', () => this.back());
    if (!this.data.live) this.press(`Ticks as a file (${state.ticks.length})`, () => this.out());
    scrollTo(0, 0);
  }
}
