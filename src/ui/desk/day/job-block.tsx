'use client';
import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import type { DayJobView, DayView } from '@/contracts/views';
import { useDates } from '../../design';
import { type Block, type Lane, type LaneBy, LEAST, STEP_MS } from './lanes';
import type { Move } from './use-moves';

/** What every line of the day is shown with. */
export interface Shown {
  day: DayView;
  by: LaneBy;
  chosen: number | null;
  onChoose: (job: number) => void;
  onMove: (job: DayJobView, to: Move) => void;
  mayMove: boolean;
}

/** A job on its line: likely time, reserve, promise; dragged, or moved by the arrow keys. */
export function JobBlock({
  block: { job, from, likely, safe, due, row, startsBefore, goesOn },
  lanes,
  at,
  day,
  by,
  chosen,
  onChoose,
  onMove,
  mayMove,
}: Shown & { block: Block; lanes: Lane[]; at: number }) {
  const dates = useDates();
  const isFixed = job.isBegun || !mayMove;
  const width = Math.min(1 - from, Math.max(LEAST, safe - from));
  const part = (share: number) => `${(Math.max(0, share - from) / width) * 100}%`;
  const { setNodeRef, listeners, isDragging } = useDraggable({
    id: `job-${job.number}`,
    data: { job: job.number },
    disabled: isFixed,
  });
  const troubles = day.conflicts.filter(({ jobs }) => jobs.includes(job.number));
  const isLate = troubles.some(({ code }) => code === 'late');
  const keys = (event: KeyboardEvent) => {
    if (isFixed) return;
    const by_ = { ArrowLeft: -STEP_MS, ArrowRight: STEP_MS }[event.key];
    const lane = { ArrowUp: lanes[at - 1], ArrowDown: lanes[at + 1] }[event.key];
    if (by_) onMove(job, { startsAt: new Date(Date.parse(job.place!.startsAt) + by_).toISOString() });
    else if (lane && lane.id !== null) onMove(job, { [by]: lane.id });
    else return;
    event.preventDefault();
  };
  const words = [
    `Job ${job.number}, ${job.title}`,
    `from ${dates.time(job.from!)}`,
    `likely until ${dates.time(job.likelyEnd!)}`,
    job.dueAt && `promised for ${dates.moment(job.dueAt)}`,
    ...troubles.map((one) => one.words),
  ];
  return (
    <div
      role="listitem"
      className="day-place"
      style={{
        left: `${from * 100}%`,
        width: `${width * 100}%`,
        top: `${row * 58 + 6}px`,
        opacity: isDragging ? 0.4 : undefined,
      }}
    >
      <span className="day-reserve" style={{ width: part(safe) }} aria-hidden />
      <span className="day-likely" style={{ width: part(likely) }} aria-hidden />
      <button
        ref={setNodeRef}
        {...(isFixed ? {} : listeners)}
        type="button"
        className={[
          'day-block',
          job.isBegun && 'now',
          troubles.length > 0 && (isLate ? 'late' : 'trouble'),
          chosen === job.number && 'chosen',
        ]
          .filter(Boolean)
          .join(' ')}
        aria-label={words.filter(Boolean).join(', ')}
        aria-pressed={chosen === job.number}
        onClick={() => onChoose(job.number)}
        onKeyDown={keys}
      >
        <span className="day-title">
          {startsBefore && '‹ '}
          {job.number} {job.title}
          {goesOn && ' ›'}
        </span>
        <span className="day-under">
          {troubles.length > 0 && <span aria-hidden>▲ </span>}
          {job.vehicle}
        </span>
      </button>
      {due !== null && <span className={isLate ? 'day-due late' : 'day-due'} style={{ left: part(due) }} aria-hidden />}
    </div>
  );
}
