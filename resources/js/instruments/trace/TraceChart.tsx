import { lazy, Suspense, useEffect, useRef } from 'react';
import uPlot from 'uplot';
import { Box, useColorScheme } from '@mui/material';

export interface Curve {
  label: string;
  unit: string;
  colour: string;
  values: (number | null)[];
  scale: string;
  dash?: number[];
}
export interface Band {
  from: number;
  to: number;
  name: string;
}
export interface Corridor {
  from: number;
  to: number;
  low: number;
  high: number;
}
interface Props {
  label: string;
  /** seconds, minutes… as `xTitle` says */
  x: number[];
  curves: Curve[];
  xTitle: string;
  xMax?: number;
  ranges: Record<string, [number, number]>;
  bands?: Band[];
  /** what a phase allows of the first scale, drawn as a corridor behind the curve */
  corridors?: Corridor[];
  /** moments with a word */
  marks?: { at: number; name: string }[];
  xMin?: number;
  /** a stretch was drawn with the pointer */
  onZoom?: (from: number, to: number) => void;
  height?: number;
}

const TraceTable = lazy(async () => ({ default: (await import('./TraceTable')).TraceTable }));

const resolve = (element: Element, name: string) => getComputedStyle(element).getPropertyValue(`--mui-palette-${name}`).trim();

/** A trace with its scales, drawn as it grows; bands name the phases behind it. */
export function TraceChart({ label, x, curves, xTitle, xMax, ranges, bands = [], corridors = [], marks = [], xMin, onZoom, height = 300 }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const plot = useRef<uPlot | null>(null);
  const { colorScheme } = useColorScheme();
  const zoom = useRef(onZoom);
  useEffect(() => {
    zoom.current = onZoom;
  });
  const shape = JSON.stringify([curves.map((c) => [c.label, c.colour, c.scale]), xMin, xMax, ranges, bands, corridors, marks, height, colorScheme]);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const ink = resolve(element, 'text-secondary');
    const grid = resolve(element, 'divider');
    const font = '12px "B612 Mono"';
    const scales = [...new Set(curves.map((c) => c.scale))];
    const made = new uPlot(
      {
        width: element.clientWidth,
        height,
        legend: { show: false },
        cursor: { drag: { x: zoom.current !== undefined, y: false, setScale: false } },
        scales: {
          x: { time: false, range: (_u, min, max) => [xMin ?? min ?? 0, xMax ?? max ?? 1] },
          ...Object.fromEntries(scales.map((s) => [s, { range: () => ranges[s] ?? [0, 1] }])),
        },
        axes: [
          { label: xTitle, labelFont: font, font, stroke: ink, grid: { stroke: grid, width: 1 }, labelSize: 22 },
          ...scales.map((s, k): uPlot.Axis => {
            const curve = curves.find((c) => c.scale === s);
            return {
              scale: s,
              side: k === 0 ? 3 : 1,
              label: `${curve?.label ?? s}, ${curve?.unit ?? ''}`,
              labelFont: font,
              font,
              stroke: k === 0 ? ink : resolve(element, curve?.colour ?? 'line'),
              grid: { show: k === 0, stroke: grid, width: 1 },
              labelSize: 22,
              size: 58,
            };
          }),
        ],
        series: [
          {},
          ...curves.map(
            (c): uPlot.Series => ({
              label: c.label,
              scale: c.scale,
              stroke: resolve(element, c.colour),
              width: 2.5,
              points: { show: false },
              ...(c.dash ? { dash: c.dash } : {}),
            }),
          ),
        ],
        hooks: {
          setSelect: [
            (u) => {
              if (u.select.width < 6) return;
              zoom.current?.(u.posToVal(u.select.left, 'x'), u.posToVal(u.select.left + u.select.width, 'x'));
              u.setSelect({ left: 0, top: 0, width: 0, height: 0 }, false);
            },
          ],
          drawClear: [
            (u) => {
              bands.forEach((band, k) => {
                const [l, r] = [Math.max(u.bbox.left, u.valToPos(band.from, 'x', true)), Math.min(u.bbox.left + u.bbox.width, u.valToPos(band.to, 'x', true))];
                if (r <= l) return;
                u.ctx.fillStyle = resolve(element, 'earth');
                u.ctx.globalAlpha = k % 2 === 0 ? 0.45 : 0.9;
                u.ctx.fillRect(l, u.bbox.top, r - l, u.bbox.height);
                u.ctx.globalAlpha = 1;
                u.ctx.fillStyle = ink;
                u.ctx.font = `${13 * devicePixelRatio}px "Archivo Variable"`;
                if (r - l > u.ctx.measureText(band.name).width + 10)
                  u.ctx.fillText(band.name, Math.max(l, u.bbox.left) + 6 * devicePixelRatio, u.bbox.top + 18 * devicePixelRatio);
              });
              const lead = curves[0]?.scale ?? 'p';
              for (const c of corridors) {
                const [l, r] = [Math.max(u.bbox.left, u.valToPos(c.from, 'x', true)), Math.min(u.bbox.left + u.bbox.width, u.valToPos(c.to, 'x', true))];
                const [top, bottom] = [
                  Math.max(u.bbox.top, u.valToPos(c.high, lead, true)),
                  Math.min(u.bbox.top + u.bbox.height, u.valToPos(c.low, lead, true)),
                ];
                if (r <= l || bottom <= top) continue;
                u.ctx.strokeStyle = resolve(element, 'go');
                u.ctx.setLineDash([6 * devicePixelRatio, 4 * devicePixelRatio]);
                u.ctx.lineWidth = 1.5 * devicePixelRatio;
                u.ctx.strokeRect(l, top, r - l, bottom - top);
                u.ctx.setLineDash([]);
              }
              marks.forEach((mark, k) => {
                const at = u.valToPos(mark.at, 'x', true);
                if (at < u.bbox.left || at > u.bbox.left + u.bbox.width) return;
                u.ctx.fillStyle = resolve(element, 'hand');
                u.ctx.fillRect(at - devicePixelRatio, u.bbox.top + u.bbox.height - 26 * devicePixelRatio, 2 * devicePixelRatio, 26 * devicePixelRatio);
                u.ctx.font = `${12 * devicePixelRatio}px "Archivo Variable"`;
                u.ctx.fillText(
                  mark.name,
                  Math.min(at + 5 * devicePixelRatio, u.bbox.left + u.bbox.width - u.ctx.measureText(mark.name).width),
                  u.bbox.top + u.bbox.height - (8 + 13 * (k % 3)) * devicePixelRatio,
                );
              });
            },
          ],
        },
      },
      [x, ...curves.map((c) => c.values)] as uPlot.AlignedData,
      element,
    );
    plot.current = made;
    const observer = new ResizeObserver(() => made.setSize({ width: element.clientWidth, height }));
    observer.observe(element);
    return () => {
      observer.disconnect();
      made.destroy();
      plot.current = null;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- data are set below without building the plot again
  }, [shape]);

  useEffect(() => {
    plot.current?.setData([x, ...curves.map((c) => c.values)] as uPlot.AlignedData);
  }, [x, curves]);

  return (
    <>
      <Box ref={box} role="img" aria-label={label} data-samples={x.length} sx={{ width: '100%', minHeight: height }} />
      <Suspense fallback={null}>
        <TraceTable label={label} x={x} curves={curves} xTitle={xTitle} marks={marks} />
      </Suspense>
    </>
  );
}
