import { dewPoint, outdoorStretches, type ClimateSeries } from '@sgraffa/core';
import { useForecast } from '../../store/forecast.ts';
import type { WeekModel } from './useWeekModel.ts';

const HEIGHT = 118;
const LINES = 58;
const HOUR_MS = 3_600_000;

/** Temperature of a surface outdoors and the dew point: nothing is coated where they come near. */
const linesOf = (model: WeekModel, { from, hours }: ClimateSeries) => {
  const inView = hours
    .map((hour, index) => ({ ...hour, at: Date.parse(from) + index * HOUR_MS }))
    .filter(({ at }) => at >= model.from && at < model.until);
  const dews = inView.map(({ temperatureC, relativeHumidity }) => dewPoint(temperatureC, relativeHumidity));
  const low = Math.floor(Math.min(...dews, ...inView.map(({ temperatureC }) => temperatureC)));
  const high = Math.ceil(Math.max(...inView.map(({ temperatureC }) => temperatureC)));
  const y = (celsius: number) => 8 + (1 - (celsius - low) / Math.max(1, high - low)) * (LINES - 14);
  const path = (values: readonly number[]) =>
    inView
      .map(({ at }, index) => `${index ? 'L' : 'M'}${model.scale.xOf(at).toFixed(1)} ${y(values[index]!).toFixed(1)}`)
      .join('');
  return { inView, low, high, y, air: path(inView.map(({ temperatureC }) => temperatureC)), dew: path(dews) };
};

const FORECAST_WORDS = { station: '', 'last-known': ', last known', file: ', from your file', none: '' } as const;

/** The weather beneath the bench: air and dew point, rain, and when it is fit for work outdoors. */
export const WeatherStrip = ({ model, labelPx }: { model: WeekModel; labelPx: number }) => {
  const { series, source } = useForecast();
  const { scale, rows, catalogue } = model;
  if (!series)
    return (
      <div className="sg-week-row" style={{ height: 60 }}>
        <div className="sg-week-label" style={{ width: labelPx }}>
          <strong>Outdoors</strong>
          <span className="sg-quiet">no forecast: not reckoned with</span>
        </div>
      </div>
    );
  const lines = linesOf(model, series);
  const sprayed = rows
    .flatMap(({ steps }) => steps)
    .find(({ step, planned }) => step.air === 'outdoors' && !planned.isDone && step.coatOf !== null);
  const product = sprayed?.step.coatOf ? catalogue.productById.get(sprayed.step.coatOf) : undefined;
  const end = Date.parse(series.from) + series.hours.length * HOUR_MS;
  const fit = outdoorStretches(product, series, end).filter(([from, to]) => to > model.from && from < model.until);
  return (
    <div className="sg-week-row sg-weather" style={{ height: HEIGHT }}>
      <div className="sg-week-label" style={{ width: labelPx }}>
        <strong>Outdoors{FORECAST_WORDS[source]}</strong>
        <span className="sg-quiet">
          air {lines.low}–{lines.high} °C, dashed: dew point
        </span>
      </div>
      <svg
        width={scale.width}
        height={HEIGHT}
        role="img"
        aria-label={`Forecast: ${lines.low} to ${lines.high} °C; fit for work outdoors in ${fit.length} stretches`}
      >
        <path d={lines.air} fill="none" stroke="currentColor" strokeWidth="1.8" />
        <path d={lines.dew} fill="none" stroke="var(--sg-caution)" strokeWidth="1.5" strokeDasharray="5 4" />
        {lines.inView
          .filter(({ rainMm }) => rainMm > 0)
          .map(({ at }) => {
            const [from, to] = [scale.xOf(at), scale.xOf(at + HOUR_MS)];
            const strokes = Math.max(1, Math.floor((to - from) / 8));
            return Array.from({ length: strokes }, (_, stroke) => {
              const x = from + (stroke / strokes) * (to - from);
              return (
                <path
                  key={`${at} ${stroke}`}
                  d={`M${x + 5} ${LINES + 4}l-5 13`}
                  stroke="var(--sg-waiting)"
                  strokeWidth="1.6"
                />
              );
            });
          })}
        {end < model.until && (
          <text x={scale.xOf(Math.max(end, model.from)) + 8} y={LINES + 16} className="sg-wait-words">
            beyond the forecast: the weather is not known yet
          </text>
        )}
        {fit.map(([from, to]) => {
          const [x, right] = [scale.xOf(Math.max(from, model.from)), scale.xOf(Math.min(to, model.until))];
          return (
            <g key={from}>
              <rect
                x={x}
                y={LINES + 24}
                width={right - x}
                height={26}
                fill="none"
                stroke="var(--sg-good)"
                strokeWidth="1.8"
              />
              {right - x > 118 && (
                <text x={x + 8} y={LINES + 42} className="sg-fit-words">
                  {product ? 'fit to spray' : 'dry and light'}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
};
