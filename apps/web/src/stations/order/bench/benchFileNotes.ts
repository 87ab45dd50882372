/** A note on its way to the computer. */
interface WaitingNote {
  readonly text: string;
  readonly layer: string;
  readonly madeAt: string;
  /** Hash of its photo once the computer has it. */
  readonly photo: string | null;
}

/**
 * Notes on the page that a phone is served: each is kept here until the computer has it. A photo is too large for what a
 * browser keeps for such a page: it waits in the page itself, and the page says so. The class is written into the page as
 * text and names nothing outside itself.
 */
export class BenchFileNotes {
  private readonly key: string;
  private readonly place = document.createElement('aside');
  private waiting: readonly WaitingNote[] = [];
  /** Photos by the moment of their note. */
  private readonly photos = new Map<string, File>();
  private sending = false;
  private refused = '';

  constructor(piece: string) {
    this.key = `pale-glint/bench-notes/${piece}`;
    try {
      this.waiting = JSON.parse(localStorage.getItem(this.key) ?? '[]') as WaitingNote[];
    } catch {
      // A browser that keeps nothing: notes live as long as the page.
    }
    document.body.append(this.place);
    setInterval(() => void this.send(), 5000);
    addEventListener('beforeunload', (e) => {
      if (this.photos.size > 0) e.preventDefault();
    });
    void this.send();
  }

  private keep(waiting: readonly WaitingNote[]): void {
    this.waiting = waiting;
    try {
      localStorage.setItem(this.key, JSON.stringify(waiting));
    } catch {
      // As above.
    }
  }

  /** Asks; a refusal is told in words, a computer that does not answer fails. */
  private async post(
    address: string,
    type: string,
    body: BodyInit,
  ): Promise<{ readonly hash?: string; readonly refused?: string }> {
    const response = await fetch(address, { method: 'POST', headers: { 'content-type': type }, body });
    const answer = (await response.json()) as { hash?: string; says?: string };
    if (response.ok) return answer;
    if (response.status >= 500 || response.status === 401) throw new Error(String(response.status));
    return { refused: answer.says ?? 'The computer did not take it.' };
  }

  /** One note with its photo; answers with why it was refused, empty where it was kept. */
  private async sendOne(note: WaitingNote): Promise<string> {
    const file = this.photos.get(note.madeAt);
    let { photo } = note;
    if (file && !photo) {
      const sent = await this.post('/photos', file.type, file);
      if (sent.refused) return sent.refused;
      photo = sent.hash ?? null;
    }
    const body = JSON.stringify({ ...note, photo });
    return (await this.post('/notes', 'application/json', body)).refused ?? '';
  }

  /** Sends what waits, one after the other; what cannot be sent waits on, what is refused is told. */
  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (let note = this.waiting[0]; note; note = this.waiting[0]) {
        const refused = await this.sendOne(note);
        this.refused = refused && `Not kept: "${note.text}". ${refused}`;
        this.photos.delete(note.madeAt);
        this.keep(this.waiting.slice(1));
      }
    } catch {
      // The computer does not answer: tried again.
    }
    this.sending = false;
    this.tell();
  }

  private tell(): void {
    const to = document.querySelector('.notes-sent');
    if (!to) return;
    const n = this.waiting.length;
    const open = this.photos.size > 0 ? ' Keep this page open: a photo is among them.' : '';
    to.textContent =
      this.refused ||
      (n > 0 ? `${n} ${n === 1 ? 'note waits' : 'notes wait'} here for the computer.${open}` : '');
  }

  /** A field for the words, a photo if they like; goes away once it is kept. */
  open(layer: string): void {
    this.place.textContent = '';
    const form = document.createElement('form');
    form.setAttribute('aria-label', 'A note');
    const words = document.createElement('textarea');
    words.setAttribute('aria-label', 'Note');
    words.maxLength = 2000;
    const label = document.createElement('label');
    const asked = document.createElement('span');
    asked.textContent = 'A photo of it now';
    const photo = document.createElement('input');
    photo.type = 'file';
    photo.accept = 'image/jpeg,image/png';
    photo.setAttribute('capture', 'environment');
    photo.addEventListener('change', () => {
      asked.textContent = photo.files?.length ? 'A photo goes with it' : 'A photo of it now';
    });
    label.append(asked, photo);
    const keep = document.createElement('button');
    keep.textContent = 'Keep the note';
    keep.className = 'main';
    const leave = document.createElement('button');
    leave.type = 'button';
    leave.textContent = 'No note';
    leave.addEventListener('click', () => (this.place.textContent = ''));
    form.append(words, label, keep, leave);
    form.addEventListener('submit', (e) => {
      e.preventDefault();
      const file = photo.files?.[0];
      this.place.textContent = '';
      if (!words.value.trim() && !file) return;
      const madeAt = new Date().toISOString();
      if (file) this.photos.set(madeAt, file);
      this.keep([...this.waiting, { text: words.value, layer, madeAt, photo: null }]);
      this.tell();
      void this.send();
    });
    this.place.append(form);
    words.focus();
  }
}
