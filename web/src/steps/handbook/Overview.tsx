import { HeatmapChart } from 'echarts/charts';
import { AriaComponent, GridComponent, VisualMapComponent } from 'echarts/components';
import { init, use as register, type EChartsType } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { Catalogue, Survey, SurveyCell } from '@sgraffa/core';
import { FONT_TEXT } from '../../app/theme.ts';

register([HeatmapChart, GridComponent, VisualMapComponent, AriaComponent, CanvasRenderer]);

/** Word, colour and place on the scale of each verdict; the word stands in every cell. */
export const CELL_WORDS: Readonly<Record<SurveyCell['verdict'], string>> = {
  favours: 'good',
  cautions: 'careful',
  unknown: 'test',
  blocks: 'no',
};
const SCALE: readonly SurveyCell['verdict'][] = ['blocks', 'unknown', 'cautions', 'favours'];
const ROW_HEIGHT = 30;
const HEAD_HEIGHT = 118;

const slip = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

interface Props {
  readonly survey: Survey;
  readonly catalogue: Catalogue;
  readonly onPick: (cell: SurveyCell) => void;
}

/** Surfaces by ways of working as a chart: a tap on a cell asks for its reason. */
export const Overview = ({ survey, catalogue, onPick }: Props) => {
  const holder = useRef<HTMLDivElement>(null);
  const { bases, methods } = catalogue;
  useEffect(() => {
    if (!holder.current) return;
    const chart: EChartsType = init(holder.current);
    const [ink, ground, line] = [slip('--sg-ink'), slip('--sg-ground'), slip('--sg-line')];
    const text = { color: ink, fontFamily: FONT_TEXT, fontSize: 14 };
    chart.setOption({
      animation: false,
      aria: { enabled: true, decal: { show: false } },
      grid: { left: 178, right: 8, top: HEAD_HEIGHT, bottom: 8 },
      xAxis: {
        type: 'category',
        position: 'top',
        data: methods.map(({ name }) => name),
        axisLabel: { ...text, rotate: 52, interval: 0 },
        axisLine: { show: false },
        axisTick: { show: false },
      },
      yAxis: {
        type: 'category',
        inverse: true,
        data: bases.map(({ name }) => name),
        axisLabel: { ...text, width: 170, overflow: 'truncate' },
        axisLine: { show: false },
        axisTick: { show: false },
      },
      visualMap: {
        show: false,
        type: 'piecewise',
        dimension: 2,
        pieces: SCALE.map((verdict, value) => ({
          value,
          color: {
            blocks: ground,
            unknown: slip('--sg-line'),
            cautions: slip('--sg-clay-wash'),
            favours: slip('--sg-cell-good'),
          }[verdict],
        })),
      },
      series: [
        {
          type: 'heatmap',
          data: survey.cells.map(({ baseId, methodId, verdict }) => [
            methods.findIndex(({ id }) => id === methodId),
            bases.findIndex(({ id }) => id === baseId),
            SCALE.indexOf(verdict),
          ]),
          label: {
            show: true,
            ...text,
            fontSize: 13,
            formatter: ({ value }: { value: unknown }) => CELL_WORDS[SCALE[(value as number[])[2]!]!],
          },
          itemStyle: { borderColor: line, borderWidth: 1 },
          emphasis: { itemStyle: { borderColor: slip('--sg-clay'), borderWidth: 3 } },
        },
      ],
    });
    chart.on('click', ({ value }) => {
      const [x, y] = value as number[];
      const cell = survey.cells.find(
        ({ baseId, methodId }) => methodId === methods[x!]?.id && baseId === bases[y!]?.id,
      );
      if (cell) onPick(cell);
    });
    const resized = new ResizeObserver(() => chart.resize());
    resized.observe(holder.current);
    return () => {
      resized.disconnect();
      chart.dispose();
    };
  }, [survey, bases, methods, onPick]);
  return (
    <div className="sg-overview-frame">
      <div ref={holder} className="sg-overview" style={{ height: HEAD_HEIGHT + 8 + bases.length * ROW_HEIGHT }} />
    </div>
  );
};
