'use client';
import { Moon, Sun } from 'lucide-react';
import { useSyncExternalStore } from 'react';

function subscribe(changed: () => void): () => void {
  window.addEventListener('nestle-theme', changed);
  return () => window.removeEventListener('nestle-theme', changed);
}
const isEvening = () => document.documentElement.dataset.theme === 'evening';

/** Switches between day and evening theme; the choice stays in this browser. */
export function ThemeButton() {
  const evening = useSyncExternalStore(subscribe, isEvening, () => false);
  const Icon = evening ? Sun : Moon;
  return (
    <button
      type="button"
      className="grid h-8 w-8 cursor-pointer place-items-center rounded-[3px] text-head-ink-2 hover:text-head-ink"
      aria-label={evening ? 'Day theme' : 'Evening theme'}
      onClick={() => {
        const next = evening ? 'day' : 'evening';
        document.documentElement.dataset.theme = next;
        try {
          localStorage.setItem('nestle-theme', next);
        } catch {
          // A browser that keeps nothing still switches for this page.
        }
        window.dispatchEvent(new Event('nestle-theme'));
      }}
    >
      <Icon size={18} aria-hidden="true" />
    </button>
  );
}
