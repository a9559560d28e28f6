'use client';
import {
  Chart,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartDataset,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { minorDigits, moneyText } from '@/core/plan/cost/money';
import { useJob, useJobStore, type Pointed } from '@/ui/job/store';
import { token } from '@/ui/pieces/token';
import { tradeFront } from './front';

Chart.register(ScatterController, LinearScale, PointElement, LineElement, Tooltip);

/** A plan as a point: what it costs, how sure it is that all spots work, and what taking it does. */
export interface TradePoint {
  label: string;
  priceMinor: number;
  chance: number;
  onTake: (() => void) | null;
  /** Shows its plan while it is pointed at; null where that is what is there. */
  point: Pointed | null;
}

/** Cost against chance, from doing nothing to the surest plan found; pointed at, a point shows its plan; pressed, it adopts it. */
export function TradeOff({ points }: { points: readonly TradePoint[] }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const currency = useJob((s) => s.brief.currency);
  const store = useJobStore();
  useEffect(() => {
    if (!canvas.current) return;
    const minor = 10 ** minorDigits(currency);
    const { byPrice, front } = tradeFront(points);
    const at = (p: TradePoint) => ({ x: p.priceMinor / minor, y: Math.round(p.chance * 1000) / 10 });
    const [ink, rule, lamp] = [token('--ink-2'), token('--rule'), token('--lamp')];
    const font = { family: getComputedStyle(canvas.current).fontFamily, size: 13 };
    const data: ChartDataset<'scatter'>[] = [
      {
        data: byPrice.map(at),
        pointRadius: 6,
        pointHoverRadius: 8,
        clip: false,
        backgroundColor: lamp,
        borderColor: ink,
      },
      { data: front.map(at), showLine: true, pointRadius: 0, borderColor: ink, borderWidth: 1.5 },
    ];
    const axis = (title: string) => ({
      title: { display: true, text: title, color: ink, font },
      ticks: { color: ink, font },
      grid: { color: rule },
    });
    const chart = new Chart(canvas.current, {
      type: 'scatter',
      data: { datasets: data },
      options: {
        animation: false,
        maintainAspectRatio: false,
        onHover: (_event, hit) => {
          const first = hit.find((h) => h.datasetIndex === 0);
          const point = first ? byPrice[first.index]!.point : null;
          if (store.getState().pointed?.key !== point?.key) store.getState().set({ pointed: point });
        },
        onClick: (_event, hit) => {
          const first = hit.find((h) => h.datasetIndex === 0);
          if (first) byPrice[first.index]!.onTake?.();
        },
        scales: {
          x: { ...axis(`Price before tax, ${currency}`), beginAtZero: true },
          y: { ...axis('Chance that all spots work, %'), min: 0, max: 100 },
        },
        plugins: {
          tooltip: {
            filter: (item) => item.datasetIndex === 0,
            callbacks: {
              label: (item) => {
                const p = byPrice[item.dataIndex]!;
                return `${p.label}: ${moneyText(p.priceMinor, currency)}, ${Math.round(p.chance * 100)} %`;
              },
            },
          },
        },
      },
    });
    return () => chart.destroy();
  }, [points, currency, store]);
  return (
    <div className="mt-1 h-40" onPointerLeave={() => store.getState().set({ pointed: null })}>
      <canvas
        ref={canvas}
        className="fig"
        role="img"
        aria-label="Cost against the chance that all spots work"
      />
    </div>
  );
}
