'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { deviceSchema, type DeviceForm } from '@/contracts/schemas';
import { Field, Trouble, useSend } from '../design';

/** Lets this tablet in: a lead or the owner gives the password on it, once. After that everybody of the shop may use a PIN here. */
export function EnrolForm() {
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<DeviceForm>({
    resolver: joiResolver(deviceSchema),
    defaultValues: { person: '', password: '', name: '' },
  });
  const [open, setOpen] = useState(false);
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const enrol = handleSubmit(async (values) => {
    if (await run('POST', '/api/devices', values)) router.refresh();
  });
  if (!open) {
    return (
      <div className="sheet">
        <h2>Is this one of the shop’s tablets?</h2>
        <p>A lead or the owner can enrol it, once. After that everybody taps their name here and types a PIN.</p>
        <Button variant="outline-dark" onClick={() => setOpen(true)}>
          Enrol this tablet
        </Button>
      </div>
    );
  }
  return (
    <Form className="sheet" onSubmit={enrol} noValidate>
      <h2>Enrol this tablet</h2>
      <Field id="tablet-name" label="Tablet name" hint="For example: Bay 2, by the compressor" error={errors.name}>
        <Form.Control maxLength={60} {...register('name')} />
      </Field>
      <Field id="enrol-person" label="Name of a lead or the owner" error={errors.person}>
        <Form.Control autoComplete="username" maxLength={120} {...register('person')} />
      </Field>
      <Field id="enrol-password" label="Password" error={errors.password}>
        <Form.Control type="password" autoComplete="current-password" maxLength={200} {...register('password')} />
      </Field>
      <Trouble text={trouble} />
      <Button type="submit" disabled={busy}>
        Enrol
      </Button>
    </Form>
  );
}
