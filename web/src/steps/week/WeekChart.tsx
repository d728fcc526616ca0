import {
  DndContext,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragStartEvent,
} from '@dnd-kit/core';
import { IconCheck, IconPinFilled, IconSun } from '@tabler/icons-react';
import { useEffect, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { formatDuration } from '@sgraffa/core';
import { clock, day, dayAndTime, weekdayAndDay } from '../../ui/dates.ts';
import type { WeekModel, WeekRow, WeekStep } from './useWeekModel.ts';
import { WeatherStrip } from './WeatherStrip.tsx';

const LABEL_PX = 190;
const ROOMY_ROW_PX = 68;
const DENSE_ROW_PX = 48;
/** From so many pieces on, rows are drawn lower. */
const MANY_ROWS = 12;
const BLOCK_PX = 28;
/** What stands above a block: its label. */
const OVER_PX = 18;
const LEAST_LABEL_PX = 92;
const LEAST_ROOM_PX = 26;
/** From so far to the right on, the first start is scrolled to. */
const FAR_PX = 500;
const GRID_MS = 300_000;

const shortLabel = ({ label }: WeekStep['step']): string =>
  label.replace(/ \(group.*$/, '').split(/, then | with /)[0]!;

/** The wet edge of a coat that dries: wavy while it is wet, straight from when it can be touched. */
const wetEdge = (from: number, dry: number, to: number, y: number): string =>
  `${dry > from ? wavy(from, dry, y) : `M${from} ${y}`}L${to} ${y}`;

const wavy = (from: number, to: number, y: number): string => {
  const waves = Math.max(1, Math.round((to - from) / 9));
  const step = (to - from) / waves;
  let path = `M${from} ${y}`;
  for (let wave = 0; wave < waves; wave += 1) path += `q${step / 4} -4 ${step / 2} 0t${step / 2} 0`;
  return path;
};

/** A block that is being moved: where it was taken up. */
interface Held {
  readonly entry: WeekStep;
  readonly left: number;
}

const Block = ({
  model,
  entry,
  at,
  top,
  room,
  isOpen,
  open,
}: {
  model: WeekModel;
  entry: WeekStep;
  at: { start: string; end: string };
  top: number;
  /** Width until the next block, for a label that does not fit into this one. */
  room: number;
  isOpen: boolean;
  open: (entry: WeekStep) => void;
}) => {
  const { step, planned, piece } = entry;
  const { xOf } = model.scale;
  const left = xOf(Date.parse(at.start));
  const width = Math.max(7, xOf(Date.parse(at.end)) - left);
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: `${piece.id}/${step.id}/${at.start}`,
    data: { entry, left } satisfies Held,
    disabled: planned.isDone,
  });
  const isOut = step.air === 'outdoors';
  const state = planned.isDone ? 'done' : planned.isPinned ? 'moved by you' : isOut ? 'outdoors' : '';
  const classes = [
    'sg-block',
    planned.isDone && 'is-done',
    planned.isPinned && 'is-pinned',
    isOut && 'is-out',
    isOpen && 'is-open',
    isDragging && 'is-dragged',
  ];
  const fits = width >= LEAST_LABEL_PX;
  // every block is drawn again when one is taken up: times in words take longest
  const { zone } = model.settings;
  const label = useMemo(
    () => `${piece.name}: ${step.label}, ${dayAndTime(at.start, zone, model.now)} to ${clock(at.end, zone)}`,
    [piece.name, step.label, at.start, at.end, zone, model.now],
  );
  return (
    <button
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      type="button"
      className={classes.filter(Boolean).join(' ')}
      style={{
        left,
        width,
        top,
        height: BLOCK_PX,
        ...(transform ? { transform: `translateX(${transform.x}px)` } : {}),
      }}
      aria-label={`${label}${state ? `, ${state}` : ''}`}
      aria-pressed={isOpen}
      onClick={() => open(entry)}
    >
      {planned.isDone && <IconCheck size={14} stroke={2.4} aria-hidden />}
      {planned.isPinned && <IconPinFilled size={13} aria-hidden />}
      {isOut && !planned.isDone && <IconSun size={14} stroke={2} aria-hidden />}
      {fits && <span className="sg-block-words">{shortLabel(step)}</span>}
      {!fits && room > LEAST_ROOM_PX && (
        <span className="sg-block-over" style={{ maxWidth: room - 4 }}>
          {shortLabel(step)}
        </span>
      )}
    </button>
  );
};

/** Width from a start to the piece's next one. */
const roomAfter = ({ scale, until }: WeekModel, row: WeekRow, start: string): number => {
  const next = row.steps
    .flatMap(({ planned }) => planned.stretches.map((one) => one.start))
    .filter((one) => one > start)
    .sort()[0];
  return scale.xOf(next ? Date.parse(next) : until) - scale.xOf(Date.parse(start));
};

const Waits = ({ model, row, height }: { model: WeekModel; row: WeekRow; height: number }) => {
  const { xOf, width } = model.scale;
  const y = OVER_PX + 6;
  return (
    <svg className="sg-waits" width={width} height={height} aria-hidden>
      {row.steps.map(({ step, planned }) => {
        if (!planned.driesUntil || Date.parse(planned.driesUntil) < model.from) return null;
        const [from, to] = [xOf(Math.max(model.from, Date.parse(planned.end))), xOf(Date.parse(planned.driesUntil))];
        if (to - from < 3) return null;
        const room = Math.min(to - from, roomAfter(model, row, planned.stretches.at(-1)!.start));
        const touch = step.coatOf ? (model.catalogue.productById.get(step.coatOf)?.dry.touch?.high ?? 0) : 0;
        const dry = Math.min(to, Math.max(from, xOf(Date.parse(planned.end) + touch * 60_000)));
        const minutes = (Date.parse(planned.driesUntil) - Date.parse(planned.end)) / 60_000;
        return (
          <g key={step.id}>
            <rect x={from} y={y} width={to - from} height={20} fill="url(#sg-wait)" />
            <path d={wetEdge(from, dry, to, y)} fill="none" stroke="var(--sg-waiting)" strokeWidth="1.5" />
            {room > 78 && height >= ROOMY_ROW_PX && (
              <text x={from + 3} y={y + 34} className="sg-wait-words">
                dries {formatDuration(minutes)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
};

/** All pieces on the clock of sittings, with hands-on blocks, drying, due dates and the weather beneath. */
export const WeekChart = ({
  model,
  opened,
  open,
  move,
}: {
  model: WeekModel;
  opened: WeekStep | null;
  open: (entry: WeekStep) => void;
  move: (entry: WeekStep, at: string) => void;
}) => {
  const { scale, rows, settings, now } = model;
  const rowPx = rows.length > MANY_ROWS ? DENSE_ROW_PX : ROOMY_ROW_PX;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const scroller = useRef<HTMLDivElement>(null);
  const nowX = scale.xOf(Date.parse(now));
  const { startsAt } = model.week;
  // what is done first stands at the left; a plan that begins later begins there
  useEffect(() => {
    if (!scroller.current || !startsAt) return;
    const x = scale.xOf(Date.parse(startsAt));
    scroller.current.scrollLeft = x > FAR_PX ? x - 40 : 0;
    // the scale follows the minute: only another first start is scrolled to
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [startsAt]);
  // a better plan may come while one is moved, and draw other blocks: what was taken up is what is put down
  const held = useRef<Held | null>(null);
  const takenUp = ({ active }: DragStartEvent) => {
    held.current = (active.data.current as Held | undefined) ?? null;
  };
  const dropped = ({ delta }: DragEndEvent) => {
    if (!held.current || Math.abs(delta.x) < 3) return;
    const { entry, left } = held.current;
    const wanted = Math.round(scale.timeAt(left + delta.x) / GRID_MS) * GRID_MS;
    // let go between two sittings: the next one
    const sitting = model.free.find(({ end }) => end > wanted);
    move(entry, new Date(Math.max(wanted, sitting?.start ?? wanted)).toISOString());
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={takenUp}
      onDragEnd={dropped}
      accessibility={{ container: document.body }}
    >
      <div className="sg-week" ref={scroller} role="group" aria-label="The bench by sittings" tabIndex={0}>
        <svg width="0" height="0" aria-hidden>
          <defs>
            <pattern id="sg-wait" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(-32)">
              <path d="M0 4h8" stroke="var(--sg-waiting)" strokeWidth="1" opacity="0.55" />
            </pattern>
          </defs>
        </svg>
        <div className="sg-week-inner" style={{ width: LABEL_PX + scale.width }}>
          <div className="sg-week-head" style={{ height: 48 }}>
            <div className="sg-week-label" style={{ width: LABEL_PX }} />
            <div style={{ position: 'relative', width: scale.width }}>
              {scale.stretches
                .filter(({ isSitting }) => isSitting)
                .map(({ start, end, x, width }) => (
                  <div key={start} className="sg-sitting-head" style={{ left: x, width }}>
                    <strong>{weekdayAndDay(new Date(start).toISOString(), settings.zone)}</strong>
                    {width > 130 && (
                      <span>
                        {clock(new Date(start).toISOString(), settings.zone)}–
                        {clock(new Date(end).toISOString(), settings.zone)}
                      </span>
                    )}
                  </div>
                ))}
            </div>
          </div>
          {rows.map((row) => (
            <div key={row.piece.id} className="sg-week-row" style={{ height: rowPx }}>
              <div className="sg-week-label" style={{ width: LABEL_PX }}>
                <Link to={`/pieces/${row.piece.id}/plan`}>{row.piece.name}</Link>
                <span className="sg-quiet">
                  {row.piece.quantity > 1 ? `${row.piece.quantity} alike · ` : ''}
                  {row.plan.readyAt ? day(row.plan.readyAt, settings.zone, now) : ''}
                </span>
              </div>
              <div className="sg-week-lane" style={{ width: scale.width }}>
                <Waits model={model} row={row} height={rowPx} />
                {row.steps.flatMap((entry) =>
                  entry.planned.stretches
                    .filter(({ end }) => Date.parse(end) > model.from)
                    .map((at) => (
                      <Block
                        key={`${entry.step.id} ${at.start}`}
                        model={model}
                        entry={entry}
                        at={at}
                        top={OVER_PX}
                        room={roomAfter(model, row, at.start)}
                        isOpen={opened?.step.id === entry.step.id && opened.piece.id === row.piece.id}
                        open={open}
                      />
                    )),
                )}
                {row.piece.due && Date.parse(row.piece.due) < model.until && (
                  <span
                    className={row.plan.readyAt && row.plan.readyAt > row.piece.due ? 'sg-due is-missed' : 'sg-due'}
                    style={{ left: scale.xOf(Date.parse(row.piece.due)) }}
                  >
                    due
                  </span>
                )}
              </div>
            </div>
          ))}
          <WeatherStrip model={model} labelPx={LABEL_PX} />
          <div className="sg-breaks" style={{ left: LABEL_PX }} aria-hidden>
            {scale.stretches
              .filter(({ isSitting }) => !isSitting)
              .map(({ start, x, width }) => (
                <i key={start} style={{ left: x, width }} />
              ))}
            <b style={{ left: nowX }}>
              <span>now</span>
            </b>
          </div>
        </div>
      </div>
    </DndContext>
  );
};
