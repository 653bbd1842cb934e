'use client';
import {
  DndContext,
  type DragEndEvent,
  DragOverlay,
  PointerSensor,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type ReactNode, useState } from 'react';
import type { DayJobView, DayView } from '@/contracts/views';
import { useDates } from '../../design';
import { blocksOf, type Lane, lanesOf, momentAt } from './lanes';
import { JobBlock, type Shown } from './job-block';

/** A drag begins after so many px: a tap chooses. */
const DRAG_FROM_PX = 5;
const HOUR_MS = 3_600_000;

/** Bays or people on a line of time, jobs dragged along and between them; what is not placed yet stands beside (`children`). */
export function TimeLine({ children, ...shown }: Shown & { children: ReactNode }) {
  const { day, by, onMove, mayMove } = shown;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM_PX } }));
  const drop = ({ active, over }: DragEndEvent) => {
    const job = day.jobs.find(({ number }) => number === active.data.current?.job);
    const box = active.rect.current.translated;
    if (!job || !over || !box || !day.opens) return;
    const lane = over.data.current as { lane: string | null };
    onMove(job, { [by]: lane.lane, startsAt: momentAt(day, (box.left - over.rect.left) / over.rect.width) });
  };
  const lanes = lanesOf(day, by);
  const [held, hold] = useState<DayJobView | null>(null);
  return (
    <DndContext
      id="day"
      sensors={mayMove ? sensors : []}
      onDragStart={({ active }) => hold(day.jobs.find(({ number }) => number === active.data.current?.job) ?? null)}
      onDragCancel={() => hold(null)}
      onDragEnd={(event) => {
        hold(null);
        drop(event);
      }}
      accessibility={{ screenReaderInstructions: HOW }}
    >
      <section className="sheet day-line" aria-label={by === 'person' ? 'People' : 'Bays'}>
        <Hours day={day} />
        {lanes.map((lane, at) => (
          <LaneRow key={lane.id ?? ''} lane={lane} lanes={lanes} at={at} {...shown} />
        ))}
        {!day.opens && <p className="quiet mb-0">A day off: nobody works.</p>}
      </section>
      {children}
      <DragOverlay dropAnimation={null}>
        {held && (
          <div className="day-held day-block">
            <span className="day-title">
              {held.number} {held.title}
            </span>
            <span className="day-under">{held.vehicle}</span>
          </div>
        )}
      </DragOverlay>
    </DndContext>
  );
}
const HOW = { draggable: 'Arrow keys move it by a quarter of an hour, or to the next line. Enter shows it.' };

/** The hours along the top. */
function Hours({ day: { opens, closes } }: { day: DayView }) {
  const dates = useDates();
  if (!opens || !closes) return null;
  const [first, last] = [Date.parse(opens), Date.parse(closes)];
  const hours = Array.from({ length: Math.ceil((last - first) / HOUR_MS) }, (_, n) => first + n * HOUR_MS);
  return (
    <div className="day-hours" aria-hidden>
      {hours.map((at) => (
        <span key={at} style={{ left: `${((at - first) / (last - first)) * 100}%` }}>
          {dates.time(new Date(at))}
        </span>
      ))}
    </div>
  );
}

function LaneRow({ lane, lanes, at, ...shown }: Shown & { lane: Lane; lanes: Lane[]; at: number }) {
  const { day, by } = shown;
  const { setNodeRef, isOver } = useDroppable({ id: `lane-${lane.id ?? ''}`, data: { lane: lane.id } });
  const blocks = blocksOf(day, by, lane.id);
  const rows = Math.max(1, ...blocks.map(({ row }) => row + 1));
  const now = day.opens && day.closes && shareOf(day.now, day);
  return (
    <div className="day-lane">
      <span className="day-who">
        {lane.name}
        <span className="quiet d-block">{lane.under}</span>
      </span>
      <div
        ref={setNodeRef}
        className={isOver ? 'day-track over' : 'day-track'}
        style={{ height: `${rows * 58 + 8}px` }}
        role="list"
        aria-label={lane.name}
      >
        {typeof now === 'number' && now >= 0 && now <= 1 && (
          <span className="day-now" style={{ left: `${now * 100}%` }} aria-hidden />
        )}
        {blocks.map((block) => (
          <JobBlock key={block.job.number} block={block} lanes={lanes} at={at} {...shown} />
        ))}
      </div>
    </div>
  );
}

const shareOf = (at: string, { opens, closes }: DayView) =>
  (Date.parse(at) - Date.parse(opens!)) / (Date.parse(closes!) - Date.parse(opens!));
