import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';

Chart.register(
  BarController,
  BarElement,
  LineController,
  LineElement,
  PointElement,
  CategoryScale,
  LinearScale,
);

const Pair = styled.figure`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 14rem);
  gap: 1rem;
  margin: 0;

  figcaption {
    grid-column: 1 / -1;
    font-weight: 600;
  }

  .plot {
    position: relative;
    height: 14rem;
  }

  .table {
    max-height: 14rem;
    overflow: auto;
  }

  table {
    width: 100%;
    border-collapse: collapse;
  }

  th,
  td {
    padding: 0.25rem 0.4rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    font-variant-numeric: tabular-nums;
  }

  td {
    text-align: end;
  }

  @media (max-width: 720px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** Values week by week, as a chart with its table beside it. */
export function WeekChart({
  title,
  unit,
  kind,
  weeks,
}: {
  readonly title: string;
  readonly unit: string;
  readonly kind: 'bar' | 'line';
  readonly weeks: readonly { readonly monday: string; readonly value: number | null }[];
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const style = getComputedStyle(canvas.current);
    const [accent, ink, line] = ['--accent', '--ink', '--line'].map((name) => style.getPropertyValue(name));
    const chart = new Chart(canvas.current, {
      type: kind,
      data: {
        labels: weeks.map(({ monday }) => dayOf(monday)),
        datasets: [
          {
            data: weeks.map(({ value }) => value),
            backgroundColor: accent,
            borderColor: accent,
            spanGaps: true,
            maxBarThickness: 40,
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: { ticks: { color: ink }, grid: { display: false } },
          y: {
            beginAtZero: true,
            ticks: { color: ink },
            grid: { color: line },
            title: { display: true, text: unit, color: ink },
          },
        },
      },
    });
    return () => chart.destroy();
  }, [kind, unit, weeks]);
  return (
    <Pair>
      <figcaption>{title}</figcaption>
      <div className="plot">
        <canvas ref={canvas} role="img" aria-label={`${title}: the table beside it holds the same values.`} />
      </div>
      <div className="table" tabIndex={0} role="region" aria-label={`${title}, as a table`}>
        <table>
          <thead>
            <tr>
              <th scope="col">Week from</th>
              <th scope="col">{unit}</th>
            </tr>
          </thead>
          <tbody>
            {weeks.map(({ monday, value }) => (
              <tr key={monday}>
                <th scope="row">{dayOf(monday)}</th>
                <td>{value ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Pair>
  );
}

function dayOf(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
}
