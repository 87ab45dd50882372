import { useEffect, useRef, useState } from 'react';
import type { Timer } from './session.js';

/** The time, every second while it is shown. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** Two soft tones. */
function ring(): void {
  try {
    const audio = new AudioContext();
    [660, 880].forEach((hz, i) => {
      const tone = audio.createOscillator();
      const level = audio.createGain();
      tone.frequency.value = hz;
      level.gain.setValueAtTime(0.15, audio.currentTime + 0.25 * i);
      level.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.25 * i + 0.4);
      tone.connect(level).connect(audio.destination);
      tone.start(audio.currentTime + 0.25 * i);
      tone.stop(audio.currentTime + 0.25 * i + 0.4);
    });
  } catch {
    // A browser without sound: it is seen.
  }
}

/** A time to wait: "12:30", or "1 h 05". */
export const leftText = (ms: number): string => {
  const s = Math.ceil(ms / 1000);
  return s >= 3600
    ? `${Math.floor(s / 3600)} h ${String(Math.floor((s % 3600) / 60)).padStart(2, '0')}`
    : `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
};

interface TimersProps {
  readonly timers: readonly Timer[];
  readonly onLetGo: (id: string) => void;
  readonly sound: boolean;
}

/** What is drying, each with the time it still needs; told by sight, and by a sound that can be switched off. */
export function Timers({ timers, onLetGo, sound }: TimersProps) {
  const now = useNow();
  const rung = useRef(new Set<string>());
  useEffect(() => {
    for (const t of timers)
      if (t.until <= now && !rung.current.has(t.id)) {
        rung.current.add(t.id);
        // One that was over long ago, as the page slept, is only shown.
        if (sound && now - t.until < 60_000) ring();
      }
  }, [now, timers, sound]);
  if (timers.length === 0) return null;
  return (
    <ul aria-label="Drying" className="flex gap-2 overflow-x-auto sm:flex-wrap">
      {timers.slice(-6).map((t) => {
        const dry = t.until <= now;
        return (
          <li key={t.id} className="shrink-0">
            <button
              type="button"
              aria-label={`${t.label}: ${dry ? 'dry' : `${leftText(t.until - now)} to dry`}. Let go`}
              onClick={() => onLetGo(t.id)}
              className={`min-h-12 px-4 text-left text-lg ${dry ? 'bg-lamp text-g05' : 'bg-g28 text-g98'}`}
            >
              <span className="font-semibold">{dry ? 'Dry' : leftText(t.until - now)}</span>{' '}
              <span className="narrow">{t.label}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
