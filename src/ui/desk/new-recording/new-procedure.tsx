'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm, useWatch } from 'react-hook-form';
import { newProcedureSchema, type NewProcedureForm } from '@/contracts/schemas';
import { findZone, ZONES } from '@/core/trade';
import { Field, KnownVehicles, numberOrNull, PageHead, Trouble, useSend } from '../../design';

const FIRST = ZONES[0];
const EMPTY: NewProcedureForm = {
  make: '',
  model: '',
  from: null,
  to: null,
  body: '',
  zone: FIRST.code,
  side: 'left',
  width: FIRST.map.width,
  height: FIRST.map.height,
  again: false,
};

/** Starts a recording: which vehicle, which zone, how large the panel is. */
export function NewProcedure({ known }: { known: { make: string; model: string }[] }) {
  const {
    register,
    handleSubmit,
    setValue,
    control,
    formState: { errors },
  } = useForm<NewProcedureForm>({ resolver: joiResolver(newProcedureSchema), defaultValues: EMPTY });
  const { busy, trouble, code, run } = useSend();
  const make = useWatch({ control, name: 'make' });
  const router = useRouter();
  const sided = findZone(useWatch({ control, name: 'zone' }))?.sided ?? true;
  const takeZone = (code: string) => {
    const zone = findZone(code)!;
    setValue('width', zone.map.width);
    setValue('height', zone.map.height);
    setValue('side', zone.sided ? 'left' : 'centre');
  };
  const saveAs = (again: boolean) =>
    handleSubmit(async (values) => {
      const made = await run<{ id: string }>('POST', '/api/procedures', { ...values, again });
      if (made) router.push(`/procedures/${encodeURIComponent(made.id)}/edit`);
    });
  return (
    <>
      <PageHead title="Record a new procedure" under="Record it once; the next technician follows it" />
      <Form className="form-narrow sheet" onSubmit={saveAs(false)} noValidate>
        <KnownVehicles known={known} make={make} />
        <div className="row">
          <div className="col">
            <Field id="make" label="Make" error={errors.make}>
              <Form.Control list="known-makes" autoComplete="off" {...register('make')} />
            </Field>
          </div>
          <div className="col">
            <Field id="model" label="Model" error={errors.model}>
              <Form.Control list="known-models" autoComplete="off" {...register('model')} />
            </Field>
          </div>
        </div>
        <div className="row">
          <div className="col">
            <Field id="from" label="From model year" error={errors.from}>
              <Form.Control type="number" {...register('from', numberOrNull)} />
            </Field>
          </div>
          <div className="col">
            <Field id="to" label="To model year" error={errors.to}>
              <Form.Control type="number" {...register('to', numberOrNull)} />
            </Field>
          </div>
        </div>
        <div className="row">
          <div className="col">
            <Field id="zone" label="Zone" error={errors.zone}>
              <Form.Select {...register('zone', { onChange: (event) => takeZone(event.target.value) })}>
                {ZONES.map((zone) => (
                  <option key={zone.code} value={zone.code}>
                    {zone.name}
                  </option>
                ))}
              </Form.Select>
            </Field>
          </div>
          <div className="col">
            <Field id="side" label="Side of the vehicle" error={errors.side}>
              <Form.Select {...register('side')}>
                {sided ? (
                  <>
                    <option value="left">left</option>
                    <option value="right">right</option>
                  </>
                ) : (
                  <option value="centre">centre</option>
                )}
              </Form.Select>
            </Field>
          </div>
        </div>
        <div className="row">
          <div className="col">
            <Field id="width" label="Panel width, mm" error={errors.width}>
              <Form.Control type="number" {...register('width', { valueAsNumber: true })} />
            </Field>
          </div>
          <div className="col">
            <Field id="height" label="Panel height, mm" error={errors.height}>
              <Form.Control type="number" {...register('height', { valueAsNumber: true })} />
            </Field>
          </div>
        </div>
        <Trouble text={trouble} />
        {code === 'same-zone' && (
          <Button variant="outline-dark" className="me-2" disabled={busy} onClick={saveAs(true)}>
            Record another one
          </Button>
        )}
        <Button type="submit" disabled={busy}>
          Start recording
        </Button>
      </Form>
    </>
  );
}
