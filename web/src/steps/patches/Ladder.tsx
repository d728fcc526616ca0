import { CustomChart, LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent } from 'echarts/components';
import { init, use as register, type EChartsType } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useMemo, useRef } from 'react';
import { copiesWords, dwellQuestion, formatDuration, LOOK_WORDS, surfaceKey, type Patch } from '@sgraffa/core';
import { FONT_TEXT } from '../../app/theme.ts';
import { useBench, useCatalogue, useNow } from '../../store/bench.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { useDwell } from '../../workers/learnClient.ts';
import type { PatchGroup } from './groups.ts';

register([LineChart, CustomChart, GridComponent, AriaComponent, CanvasRenderer]);

const CURVE_PX = 130;
const ROW_PX = 34;
const POINTS = 60;
const slip = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const minutesSince = ({ startedAt }: Patch, at: string): number => (Date.parse(at) - Date.parse(startedAt)) / 60_000;

const lastMinute = (patch: Patch): number =>
  Math.max(
    5,
    ...patch.looks.map(({ at }) => minutesSince(patch, at)),
    patch.endedAt ? minutesSince(patch, patch.endedAt) : 0,
  );

/** Where a patch's looks stand, and what they found: a rung of the ladder. */
interface Rung {
  readonly patch: Patch;
  readonly name: string;
  readonly looks: readonly { readonly minute: number; readonly found: string; readonly isThrough: boolean }[];
}

/** A ladder of patches, their looks as ticks on a time line; above it the chance of being through. */
const Ladder = ({ group }: { group: PatchGroup }) => {
  const holder = useRef<HTMLDivElement>(null);
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const product = catalogue.productById.get(group.productId);
  const part = bench?.pieces
    .flatMap(({ value }) => value.parts)
    .find(({ surface }) => surfaceKey(surface) === group.surface);
  const zone = bench?.settings.value.zone ?? 'UTC';
  const temperatureC = bench?.settings.value.workshop.temperatureC ?? 23;
  const longest = Math.ceil(Math.max(product?.dwell?.high ?? 60, ...group.patches.map(lastMinute)) * 1.15);
  const times = useMemo(
    () => Array.from({ length: POINTS }, (_, index) => ((index + 1) * longest) / POINTS),
    [longest],
  );
  const observations = group.patches.flatMap(({ seen, temperatureC: degrees }) =>
    seen ? [{ ...seen, temperatureC: degrees }] : [],
  );
  const question = part && product?.dwell ? dwellQuestion(part, product, observations, temperatureC, catalogue) : null;
  const { data } = useDwell(question, times);
  const rungs = useMemo(
    (): Rung[] =>
      group.patches.map((patch) => ({
        patch,
        name: patch.isTry ? 'try' : patch.copy === null ? 'piece' : `piece ${copiesWords([patch.copy])}`,
        looks: patch.looks.map(({ at, found }) => ({
          minute: minutesSince(patch, at),
          found: LOOK_WORDS[found],
          isThrough: found === 'through' || found === 'crept',
        })),
      })),
    [group.patches],
  );
  const chances = data?.curve.ok ? data.curve.chances : null;
  const estimate = data?.estimate.ok ? data.estimate.estimate : null;
  useEffect(() => {
    if (!holder.current || !chances) return undefined;
    const chart: EChartsType = init(holder.current);
    const [ink, line, good, waiting] = [slip('--sg-ink'), slip('--sg-line'), slip('--sg-good'), slip('--sg-waiting')];
    const text = { color: ink, fontFamily: FONT_TEXT, fontSize: 13 };
    const axis = {
      type: 'value' as const,
      min: 0,
      max: longest,
      axisLabel: text,
      splitLine: { lineStyle: { color: line } },
    };
    chart.setOption({
      animation: false,
      aria: { enabled: true, decal: { show: false } },
      grid: [
        { left: 96, right: 16, top: 14, height: CURVE_PX - 30, outerBoundsMode: 'none' },
        { left: 96, right: 16, top: CURVE_PX, height: rungs.length * ROW_PX, outerBoundsMode: 'none' },
      ],
      xAxis: [
        { ...axis, gridIndex: 0, axisLabel: { show: false } },
        { ...axis, gridIndex: 1, name: 'minutes', nameLocation: 'middle', nameGap: 24, nameTextStyle: text },
      ],
      yAxis: [
        {
          type: 'value',
          gridIndex: 0,
          min: 0,
          max: 1,
          interval: 0.5,
          axisLabel: { ...text, formatter: (value: number) => `${Math.round(value * 100)} %` },
          splitLine: { lineStyle: { color: line } },
        },
        {
          type: 'category',
          gridIndex: 1,
          inverse: true,
          data: rungs.map(({ name }) => name),
          axisLabel: text,
          axisTick: { show: false },
        },
      ],
      series: [
        {
          type: 'line',
          xAxisIndex: 0,
          yAxisIndex: 0,
          data: chances.map((chance, index) => [times[index], chance]),
          showSymbol: false,
          smooth: true,
          lineStyle: { color: ink, width: 2.5 },
          areaStyle: { color: waiting, opacity: 0.15 },
        },
        {
          type: 'custom',
          xAxisIndex: 1,
          yAxisIndex: 1,
          data: rungs.map((rung, row) => [Math.max(...rung.looks.map(({ minute }) => minute), 1), row]),
          renderItem: (_: unknown, api: { value: (at: number) => number; coord: (point: number[]) => number[] }) => {
            const row = api.value(1);
            const rung = rungs[row];
            if (!rung) return null;
            const [x0, y] = api.coord([0, row]) as [number, number];
            const [x1] = api.coord([api.value(0), row]) as [number, number];
            return {
              type: 'group',
              children: [
                { type: 'line', shape: { x1: x0, y1: y, x2: x1, y2: y }, style: { stroke: ink, lineWidth: 2 } },
                ...rung.looks.map(({ minute, isThrough }) => {
                  const [x] = api.coord([minute, row]) as [number, number];
                  return isThrough
                    ? {
                        type: 'rect',
                        shape: { x: x - 6, y: y - 6, width: 12, height: 12 },
                        style: { fill: good, stroke: ink },
                      }
                    : {
                        type: 'line',
                        shape: { x1: x, y1: y - 9, x2: x, y2: y + 9 },
                        style: { stroke: ink, lineWidth: 2 },
                      };
                }),
              ],
            };
          },
        },
      ],
    });
    const resized = new ResizeObserver(() => chart.resize());
    resized.observe(holder.current);
    return () => {
      resized.disconnect();
      chart.dispose();
    };
  }, [chances, rungs, times, longest]);
  const percent = estimate && Math.round(estimate.resists * 100);
  return (
    <>
      {estimate && (
        <p>
          {estimate.resists <= 0.9 && (
            <>
              The next one, at {temperatureC} °C: about <strong>{formatDuration(estimate.p50)}</strong>, most between{' '}
              {formatDuration(estimate.p10)} and {formatDuration(estimate.p90)}.{' '}
            </>
          )}
          {percent !== null && percent >= 1 && `${percent} % likely that it resists for good: a sign, not a proof.`}
        </p>
      )}
      <div ref={holder} style={{ height: CURVE_PX + rungs.length * ROW_PX + 34 }} aria-hidden />
      <details>
        <summary>The same as a table</summary>
        <table className="sg-table" aria-label="Rungs tried so far">
          <thead>
            <tr>
              <th>begun</th>
              <th>what</th>
              <th>looks</th>
              <th>air</th>
            </tr>
          </thead>
          <tbody>
            {rungs.map(({ patch, name, looks }) => (
              <tr key={`${patch.startedAt} ${patch.pieceId} ${patch.copy ?? ''}`}>
                <td>{dayAndTime(patch.startedAt, zone, now)}</td>
                <td>{name}</td>
                <td>
                  {looks.map(({ minute, found }) => `${Math.round(minute)} min: ${found}`).join(', ') ||
                    'not looked at'}
                </td>
                <td>{patch.temperatureC} °C</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  );
};

export default Ladder;
