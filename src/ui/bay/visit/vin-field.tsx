'use client';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { readVin } from '@/core/trade';
import type { VisitHandle } from './handle';

interface Detector {
  detect(source: HTMLVideoElement): Promise<{ rawValue: string }[]>;
}
type DetectorClass = new (options?: { formats: string[] }) => Detector;

const detectorClass = () => (globalThis as { BarcodeDetector?: DetectorClass }).BarcodeDetector;
const noChange = () => () => undefined;
const FORMATS = ['code_39', 'code_128', 'data_matrix', 'qr_code'];
const LOOK_EVERY_MS = 250;

/** The VIN, typed or scanned from its label; it may stay empty. */
export function VinField({ visit: { state, start, record, drafts, changeDrafts } }: { visit: VisitHandle }) {
  const text = drafts.vin ?? state.vin ?? '';
  const setText = (vin: string) => changeDrafts({ vin });
  const [how, setHow] = useState<'typed' | 'scanned'>('typed');
  const [scanning, setScanning] = useState(false);
  const canScan = useSyncExternalStore(
    noChange,
    () => !!detectorClass() && !!navigator.mediaDevices,
    () => false,
  );
  const reading = text.trim() ? readVin(text) : null;
  const year = start.job.vehicle.year;
  const kept = state.vin !== null && reading?.vin === state.vin;
  return (
    <div className="vin-field">
      <label className="label" htmlFor="vin">
        VIN, if it matters for the job
      </label>
      <input
        id="vin"
        className="form-control"
        autoCapitalize="characters"
        autoComplete="off"
        maxLength={24}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setHow('typed');
        }}
      />
      {canScan && (
        <button type="button" className="btn btn-outline-dark" onClick={() => setScanning(!scanning)}>
          {scanning ? 'Stop the camera' : 'Scan it'}
        </button>
      )}
      <button
        type="button"
        className="btn btn-primary"
        disabled={!reading || reading.fault !== null || kept}
        onClick={() => record({ type: 'vin', vin: reading!.vin, how })}
      >
        {kept ? 'Saved' : 'Save'}
      </button>
      {reading?.warning && (
        <span className={reading.fault ? 'trouble' : 'not-verified'} role="status">
          {reading.warning}
        </span>
      )}
      {reading && !reading.fault && reading.year && (
        <span className="quiet" role="status">
          Model year from the 10th character: {reading.year}
          {year && year !== reading.year ? `; the job says ${year}` : ''}
        </span>
      )}
      {scanning && (
        <Scanner
          onFound={(found) => {
            setText(found);
            setHow('scanned');
            setScanning(false);
          }}
          onTrouble={() => setScanning(false)}
        />
      )}
    </div>
  );
}

/** Looks through the camera until a bar code that can be a VIN is in view. */
function Scanner({ onFound, onTrouble }: { onFound: (text: string) => void; onTrouble: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const found = useRef(onFound);
  found.current = onFound;
  useEffect(() => {
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setInterval> | null = null;
    let gone = false;
    const begin = async () => {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      if (gone || !video.current) return stream.getTracks().forEach((track) => track.stop());
      video.current.srcObject = stream;
      await video.current.play();
      const detector = new (detectorClass()!)({ formats: FORMATS });
      timer = setInterval(async () => {
        const codes = video.current ? await detector.detect(video.current).catch(() => []) : [];
        const vin = codes.map(({ rawValue }) => readVin(rawValue)).find((reading) => reading.fault === null);
        if (vin && !gone) found.current(vin.vin);
      }, LOOK_EVERY_MS);
    };
    begin().catch(() => setTrouble('Camera unavailable: type it instead.'));
    return () => {
      gone = true;
      if (timer) clearInterval(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  if (trouble)
    return (
      <p className="trouble" role="alert">
        {trouble}{' '}
        <button type="button" className="btn btn-sm btn-outline-dark" onClick={onTrouble}>
          Close
        </button>
      </p>
    );
  return <video ref={video} className="vin-video" muted playsInline aria-label="Camera on the VIN’s label" />;
}
