'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { setupSchema, type SetupForm as SetupValues } from '@/contracts/schemas';
import { Field, Trouble, useSend } from '../design';

/** First start: the shop and its owner. */
export function SetupForm() {
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<SetupValues>({
    resolver: joiResolver(setupSchema),
    defaultValues: { shop: '', name: '', pin: '', password: '', code: '' },
  });
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const save = handleSubmit(async (values) => {
    if (!(await run('POST', '/api/setup', values))) return;
    router.push('/');
    router.refresh();
  });
  return (
    <main className="page">
      <h1>Set up your shop</h1>
      <p className="quiet">You become its owner. Technicians and leads are added afterwards, under People.</p>
      <Form className="form-narrow sheet" onSubmit={save} noValidate>
        <Field id="shop" label="Name of the shop" error={errors.shop}>
          <Form.Control {...register('shop')} />
        </Field>
        <Field id="name" label="Your name" error={errors.name}>
          <Form.Control autoComplete="name" {...register('name')} />
        </Field>
        <Field
          id="pin"
          label="Your PIN for the bay tablet"
          hint="4 to 8 digits, not the first ones somebody would try"
          error={errors.pin}
        >
          <Form.Control type="password" inputMode="numeric" autoComplete="off" {...register('pin')} />
        </Field>
        <Field id="password" label="Your password for the desk" hint="At least 10 characters" error={errors.password}>
          <Form.Control type="password" autoComplete="new-password" {...register('password')} />
        </Field>
        <Field id="code" label="Code" hint="From the window where Pezzo was started" error={errors.code}>
          <Form.Control autoComplete="off" autoCapitalize="characters" {...register('code')} />
        </Field>
        <Trouble text={trouble} />
        <Button type="submit" disabled={busy}>
          Open the shop
        </Button>
      </Form>
    </main>
  );
}
