'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { jobSchema, type JobForm } from '@/contracts/schemas';
import { Field, numberOrNull, PageHead, Trouble, useSend } from '../../../design';

const EMPTY: JobForm = {
  title: '',
  customer: '',
  label: '',
  make: '',
  model: '',
  year: null,
  body: '',
  steering: 'any',
};

/** Opens a job for one vehicle. */
export function NewJob() {
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<JobForm>({ resolver: joiResolver(jobSchema), defaultValues: EMPTY });
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const save = handleSubmit(async (values) => {
    const made = await run<{ number: number }>('POST', '/api/jobs', values);
    if (made) router.push(`/jobs/${made.number}`);
  });
  return (
    <>
      <PageHead title="Open a job" under="One vehicle’s visit" />
      <Form className="form-narrow sheet" onSubmit={save} noValidate>
        <Field id="title" label="What needs doing" error={errors.title}>
          <Form.Control placeholder="Rear speakers" {...register('title')} />
        </Field>
        <Field id="customer" label="Customer" error={errors.customer}>
          <Form.Control {...register('customer')} />
        </Field>
        <div className="row">
          <div className="col">
            <Field id="make" label="Make" error={errors.make}>
              <Form.Control {...register('make')} />
            </Field>
          </div>
          <div className="col">
            <Field id="model" label="Model" error={errors.model}>
              <Form.Control {...register('model')} />
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
        <Trouble text={trouble} />
        <Button type="submit" disabled={busy}>
          Open the job
        </Button>
      </Form>
    </>
  );
}
