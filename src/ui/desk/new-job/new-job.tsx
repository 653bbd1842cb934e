'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useEffect, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { jobSchema, type JobForm } from '@/contracts/schemas';
import type { JobView, VehicleQuestions } from '@/contracts/views';
import { BeenHere } from './been-here';
import { ZoneChips } from './zone-chips';
import { send } from '../../../device/http';
import { Field, KnownVehicles, numberOrNull, OptionChoices, PageHead, Trouble, useSend } from '../../design';

const EMPTY: JobForm = {
  title: '',
  customer: '',
  phone: '',
  comesBackOf: null,
  label: '',
  make: '',
  model: '',
  year: null,
  body: '',
  steering: 'any',
  options: {},
  highVoltage: false,
  vin: '',
  zones: [],
};

/** Opens a job for one vehicle: what the library knows is offered, anything else can be typed; what changes the work is asked right away. */
export function NewJob({
  vehicles,
  first,
  plan,
}: {
  vehicles: { make: string; model: string }[];
  first: Pick<JobForm, 'make' | 'model' | 'body' | 'options' | 'zones'>;
  /** The address of the plan it is opened for, which is gone back to. */
  plan: string | null;
}) {
  const {
    register,
    handleSubmit,
    control,
    setValue,
    formState: { errors },
  } = useForm<JobForm>({ resolver: joiResolver(jobSchema), defaultValues: { ...EMPTY, ...first } });
  const [make, model, options = {}, zones = []] = useWatch({
    control,
    name: ['make', 'model', 'options', 'zones'],
  });
  const questions = useQuestions(vehicles, make, model);
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const comesBackOf = useWatch({ control, name: 'comesBackOf' });
  const take = ({ number, title, customer, phone, vehicle }: JobView, comesBack: boolean) => {
    const known = {
      customer,
      phone,
      label: vehicle.label,
      make: vehicle.make,
      model: vehicle.model,
      year: vehicle.year ?? null,
      body: vehicle.body ?? '',
      steering: vehicle.steering ?? 'any',
      highVoltage: vehicle.highVoltage,
      vin: vehicle.vin ?? '',
    };
    for (const [field, value] of Object.entries(known)) setValue(field as keyof JobForm, value);
    setValue('options', vehicle.options);
    setValue('comesBackOf', comesBack ? number : null);
    if (comesBack) setValue('title', `Comes back: ${title}`.slice(0, 200));
  };
  const save = handleSubmit(async (values) => {
    const made = await run<{ number: number }>('POST', '/api/jobs', values);
    if (made) router.push(plan ? `${plan}&job=${made.number}` : `/jobs/${made.number}`);
  });
  return (
    <>
      <PageHead title="Open a job" under="One vehicle’s visit" />
      <Form className="form-narrow sheet" onSubmit={save} noValidate>
        <BeenHere onUse={take} />
        {comesBackOf ? (
          <p className="caution mild">Comes back from job {comesBackOf}: what was done then is shown on the new job.</p>
        ) : null}
        <KnownVehicles known={vehicles} make={make} />
        <Field id="title" label="What needs doing" error={errors.title}>
          <Form.Control placeholder="Rear speakers" {...register('title')} />
        </Field>
        <div className="row">
          <div className="col">
            <Field id="customer" label="Customer" error={errors.customer}>
              <Form.Control {...register('customer')} />
            </Field>
          </div>
          <div className="col">
            <Field id="phone" label="Phone" error={errors.phone}>
              <Form.Control type="tel" {...register('phone')} />
            </Field>
          </div>
        </div>
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
          <div className="col-3">
            <Field id="year" label="Year" error={errors.year}>
              <Form.Control type="number" {...register('year', numberOrNull)} />
            </Field>
          </div>
        </div>
        <div className="row">
          <div className="col">
            <Field id="label" label="Plate or note" error={errors.label}>
              <Form.Control {...register('label')} />
            </Field>
          </div>
          <div className="col">
            <Field id="steering" label="Steering wheel" error={errors.steering}>
              <Form.Select {...register('steering')}>
                <option value="any">not said</option>
                <option value="left">left</option>
                <option value="right">right</option>
              </Form.Select>
            </Field>
          </div>
        </div>
        <Field id="vin" label="VIN" hint="If it is at hand: check-in can scan it" error={errors.vin}>
          <Form.Control autoComplete="off" {...register('vin')} />
        </Field>
        <Field id="body" label="Body style" error={errors.body}>
          <Form.Control
            list="known-bodies"
            autoComplete="off"
            placeholder={questions.bodies.join(', ')}
            {...register('body')}
          />
          <datalist id="known-bodies">
            {questions.bodies.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        </Field>
        <OptionChoices options={questions.options} chosen={options} onChoose={(next) => setValue('options', next)} />
        <ZoneChips zones={zones} onChange={(next) => setValue('zones', next)} />
        <Form.Check
          id="high-voltage"
          className="mb-3"
          label="High voltage (orange cables): only for who is trained for it"
          {...register('highVoltage')}
        />
        <Trouble text={trouble} />
        <Button type="submit" disabled={busy}>
          Open the job
        </Button>
      </Form>
    </>
  );
}

const NO_QUESTIONS: VehicleQuestions = { bodies: [], options: {} };

/** What to ask of a vehicle that the library knows; nothing while it is none. */
function useQuestions(vehicles: { make: string; model: string }[], make: string, model: string): VehicleQuestions {
  const [answer, setAnswer] = useState<{ of: string; questions: VehicleQuestions }>({
    of: '',
    questions: NO_QUESTIONS,
  });
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  const known = vehicles.find((one) => same(one.make, make) && same(one.model, model));
  const of = known ? `${new URLSearchParams({ make: known.make, model: known.model })}` : '';
  useEffect(() => {
    if (!of) return;
    let ended = false;
    // Without the answer the job can be opened all the same.
    send<VehicleQuestions>('GET', `/api/vehicles?${of}`).then(
      (questions) => !ended && setAnswer({ of, questions }),
      () => undefined,
    );
    return () => {
      ended = true;
    };
  }, [of]);
  return answer.of === of && of ? answer.questions : NO_QUESTIONS;
}
