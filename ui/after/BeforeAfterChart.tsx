'use client';
import {
  Chart,
  CategoryScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
  LineController,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { speedText } from '@/ui/pieces/format';
import { token } from '@/ui/pieces/token';
import { TRACK_HIGH_MBPS, TRACK_LOW_MBPS } from '@/ui/ledger/Track';

Chart.register(LineController, CategoryScale, LogarithmicScale, PointElement, LineElement, Tooltip);

const TICKS = [1, 10, 100, 1000];

/** Before and after of every spot on a log scale with what it needs, in the direction that decides. */
export function BeforeAfterChart({ verdicts }: { verdicts: readonly SpotVerdict[] }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const [ink, ink2, rule, dusk, mains, sheet] = [
      token('--ink'),
      token('--ink-2'),
      token('--rule'),
      token('--dusk'),
      token('--mains'),
      token('--sheet'),
    ];
    const font = { family: getComputedStyle(canvas.current).fontFamily, size: 13 };
    const rows = verdicts.map((v) => {
      const up = v.decidedBy === 'up';
      const pick = (p: SpotVerdict['before']) => (p ? (up ? p.upMbps : p.downMbps) : null);
      return {
        v,
        up,
        need: up ? v.need.upMbps : v.need.downMbps,
        before: pick(v.before),
        after: pick(v.after),
      };
    });
    const shown = (mbps: number | null) =>
      mbps === null ? null : Math.min(TRACK_HIGH_MBPS, Math.max(TRACK_LOW_MBPS, mbps));
    const series = (
      label: string,
      pick: (r: (typeof rows)[number]) => number | null,
      style: {
        pointStyle: string;
        backgroundColor: string;
        borderColor: string;
        pointRadius: number;
        rotation?: number;
      },
    ) => ({ label, data: rows.map((r) => shown(pick(r))), showLine: false, borderWidth: 1.6, ...style });
    const chart = new Chart(canvas.current, {
      type: 'line',
      data: {
        labels: rows.map(
          ({ v, up }) =>
            `${v.number} ${v.name.length > 20 ? `${v.name.slice(0, 19)}…` : v.name} ${up ? '↑' : '↓'}`,
        ),
        datasets: [
          series('needed', (r) => r.need, {
            pointStyle: 'triangle',
            backgroundColor: mains,
            borderColor: mains,
            pointRadius: 5,
            rotation: 180,
          }),
          series('before', (r) => r.before, {
            pointStyle: 'rectRot',
            backgroundColor: sheet,
            borderColor: dusk,
            pointRadius: 6,
          }),
          series('after', (r) => r.after, {
            pointStyle: 'rectRot',
            backgroundColor: ink,
            borderColor: ink,
            pointRadius: 6,
          }),
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        layout: { padding: { right: 8 } },
        scales: {
          x: {
            ticks: { color: ink2, font, maxRotation: 60, minRotation: 30, autoSkip: false },
            grid: { color: rule },
          },
          y: {
            type: 'logarithmic',
            // A little room, so that no mark is cut at an end.
            min: TRACK_LOW_MBPS * 0.8,
            max: TRACK_HIGH_MBPS * 1.25,
            title: { display: true, text: 'Mb/s', color: ink2, font },
            afterBuildTicks: (axis) => {
              axis.ticks = TICKS.map((value) => ({ value }));
            },
            ticks: { color: ink2, font, callback: (v) => String(v) },
            grid: { color: rule },
          },
        },
        plugins: {
          tooltip: {
            callbacks: {
              label: (item) => {
                const r = rows[item.dataIndex]!;
                const value = [r.need, r.before, r.after][item.datasetIndex];
                return `${item.dataset.label ?? ''}: ${value === null || value === undefined ? 'not read' : `${speedText(value)} Mb/s`}`;
              },
            },
          },
        },
      },
    });
    return () => chart.destroy();
  }, [verdicts]);
  return (
    <div className="h-full p-3 pt-10">
      <canvas
        ref={canvas}
        className="fig"
        role="img"
        aria-label="Before, after and what is needed at every spot; the ledger holds the same figures"
      />
    </div>
  );
}
