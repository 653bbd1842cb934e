'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'next/navigation';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { type BranchForm, branchSchema } from '@/contracts/schemas';
import type { BranchView } from '@/contracts/views';
import { Field, Trouble, useSend } from '../../design';

const EMPTY: BranchForm = { name: '', owner: '', pin: '', password: '' };

/** The shops of a chain on this one database, and adding one with an owner of its own. */
export function Branches({ branches }: { branches: BranchView[] }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const {
    register,
    handleSubmit,
    reset,
    formState: { errors },
  } = useForm<BranchForm>({ resolver: joiResolver(branchSchema), defaultValues: EMPTY });
  const save = handleSubmit(async (values) => {
    if ((await run('POST', '/api/branches', values)) === null) return;
    reset();
    router.refresh();
  });
  return (
    <Form className="form-narrow sheet mt-3" onSubmit={save} noValidate>
      <h2>Branches</h2>
      <p className="quiet">
        Each branch has its own people, jobs, day, stores and settings. The library is one: what a branch does not share
        stays its own.
      </p>
      <ul className="rows">
        {branches.map(({ id, name, isOurs }) => (
          <li key={id} className="py-1">
            {name} {isOurs && <span className="quiet">this one</span>}
          </li>
        ))}
      </ul>
      <div className="pair-grid mt-2">
        <Field id="branch-name" label="Name of a new branch" error={errors.name}>
          <Form.Control {...register('name')} />
        </Field>
        <Field id="branch-owner" label="Its owner’s name" error={errors.owner}>
          <Form.Control {...register('owner')} />
        </Field>
        <Field id="branch-pin" label="Their PIN" hint="4 to 8 digits" error={errors.pin}>
          <Form.Control inputMode="numeric" autoComplete="off" {...register('pin')} />
        </Field>
        <Field id="branch-password" label="Their password" hint="At least 10 characters" error={errors.password}>
          <Form.Control type="password" autoComplete="new-password" {...register('password')} />
        </Field>
      </div>
      <Trouble text={trouble} />
      <button type="submit" className="btn btn-outline-dark" disabled={busy}>
        Add branch
      </button>
    </Form>
  );
}
