'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import type { EventStamp } from '@/core/bay';
import { deviceName, keepEvents, listLocal, listUnsent, listWaitingMedia, nextSequence } from '@/device';
import { coalesce, exchange, logAddress, sendMedia, SendingStore } from '../../../device';
import { ApiError, send, troubleWords } from '../../../device/http';
import { useKeptPhotos } from './use-kept-photos';
import { useLook } from './use-look';

type LogEvent = EventStamp & { type: string };
/** A fact to record; where its own id is needed by another of the same tap, it may bring one. */
export type Recordable<E extends LogEvent> = E extends unknown ? Omit<E, keyof EventStamp> & { id?: string } : never;

export interface LogHandle<E extends LogEvent> {
  events: E[];
  sending: SendingStore;
  /** Records what one tap said: kept on this device first, then shown, then sent when it can be. */
  record: (...facts: Recordable<E>[]) => void;
  /** Sends an event that the server must agree to. Returns what stands against it, null where it went through. */
  close: (fact: Recordable<E>) => Promise<string | null>;
}

/** The next action is painted before the disk is waited for and anything is sent. */
const AFTER_PAINT_MS = 60;
const NO_ROOM = 'Can’t save on this tablet: stay on this page until it says saved.';

/** One log on this device: the events, and getting them to the server without losing any. */
export function useLog<E extends LogEvent>(
  log: string,
  first: E[],
  firstPosition: number,
  person: string,
): LogHandle<E> {
  const { events, add, drop, stamp } = useEvents<E>(first, person);
  const [sending] = useState(() => new SendingStore());
  const position = useRef(firstPosition);
  /** What this device has of the log, read once; exchanges come after it. */
  const atStart = useRef<Promise<unknown>>(Promise.resolve());
  /** Events on their way to this device's own disk. */
  const keeping = useRef(0);
  /** Events that this device's store could not take: they wait in the page until the server has them. */
  const unkept = useRef<E[]>([]);

  /** How many events and photos the server does not have yet. */
  const waiting = useCallback(async () => {
    const here = keeping.current + unkept.current.length;
    return here + (await listUnsent(log).catch(() => [])).length + (await listWaitingMedia().catch(() => [])).length;
  }, [log]);
  const once = useCallback(async () => {
    try {
      const news = await exchange<E>(log, position.current, unkept.current, person);
      unkept.current = unkept.current.filter(({ id }) => !news.kept.includes(id));
      position.current = news.position;
      add(news.arrived);
      drop(news.dropped);
      const unsent = await waiting();
      sending.change((now) => ({
        known: true,
        unsent,
        trouble: null,
        signedOut: false,
        setAside: [...new Set([...now.setAside, ...news.reasons])],
      }));
      void sendMedia().then(async (settled) => {
        if (!settled) return;
        const left = await waiting();
        sending.change((now) => ({ ...now, unsent: left }));
      });
    } catch (error) {
      const unsent = await waiting();
      sending.change((now) => ({
        ...now,
        known: true,
        unsent,
        trouble: troubleWords(error),
        signedOut: error instanceof ApiError && error.code === 'signed-out',
      }));
    }
  }, [log, person, add, drop, sending, waiting]);
  const flush = useMemo(() => coalesce(() => atStart.current.then(once)), [once]);
  useEffect(() => {
    atStart.current = atStart.current.then(async () => add((await listLocal(log).catch(() => [])) as E[]));
  }, [log, add]);
  useLook(log, flush, sending);
  useKeptPhotos(events);

  const record = useCallback(
    (...facts: Recordable<E>[]) => {
      const at = new Date().toISOString();
      const made = facts.map((fact) => stamp(fact, at));
      keeping.current += made.length;
      const kept = keepEvents(log, made, 'relaxed').catch(() => {
        unkept.current.push(...made);
        sending.change((now) => ({ ...now, trouble: NO_ROOM }));
      });
      void kept.then(() => {
        keeping.current -= made.length;
        add(made);
        sending.change((now) => ({ ...now, unsent: now.unsent + made.length }));
        // Down to the disk, and to the server, while the next action is on the screen already.
        setTimeout(
          () =>
            void keepEvents(log, made, 'strict')
              .catch(() => undefined)
              .then(flush),
          AFTER_PAINT_MS,
        );
      });
    },
    [log, add, flush, stamp, sending],
  );

  const close = useCallback(
    async (fact: Recordable<E>): Promise<string | null> => {
      await flush();
      const event = stamp(fact, new Date().toISOString());
      try {
        await send('POST', logAddress(log, position.current), { events: [event] });
        add([event]);
        return null;
      } catch (error) {
        return error instanceof ApiError
          ? [error.message, ...error.fields.map((field) => field.message)].join(' ')
          : troubleWords(error);
      }
    },
    [log, add, flush, stamp],
  );
  return { events, sending, record, close };
}

/** The events of a log that this page knows, each once, and the stamp of the next. */
function useEvents<E extends LogEvent>(first: E[], person: string) {
  const [events, setEvents] = useState(first);
  const lamport = useRef(0);
  const last = useMemo(() => events.reduce((max, event) => Math.max(max, event.lamport), 0), [events]);
  lamport.current = Math.max(lamport.current, last);
  const add = useCallback(
    (more: E[]) =>
      setEvents((now) => {
        const known = new Set(now.map((event) => event.id));
        const fresh = more.filter((event) => !known.has(event.id));
        return fresh.length ? [...now, ...fresh] : now;
      }),
    [],
  );
  const drop = useCallback((ids: string[]) => {
    if (ids.length) setEvents((now) => now.filter(({ id }) => !ids.includes(id)));
  }, []);
  const stamp = useCallback(
    (fact: Recordable<E>, at: string): E => {
      lamport.current += 1;
      return {
        id: uuid(),
        lamport: lamport.current,
        device: deviceName(),
        seq: nextSequence(),
        person,
        at,
        ...fact,
      } as unknown as E;
    },
    [person],
  );
  return { events, add, drop, stamp };
}
