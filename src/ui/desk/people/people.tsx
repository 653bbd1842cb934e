'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { useForm } from 'react-hook-form';
import { personSchema, type PersonForm } from '@/contracts/schemas';
import type { PersonView } from '@/contracts/views';
import { Devices } from './devices';
import type { DeviceView } from '../../../contracts/views';
import { NewSecrets } from './new-secrets';
import { Field, PageHead, Trouble, useSend } from '../../design';

const ROLES = ['trainee', 'technician', 'lead', 'owner'] as const;

/** Everybody who may sign in, adding one, and the tablets they may do it on. */
export function People({ people, devices }: { people: PersonView[]; devices: DeviceView[] }) {
  return (
    <>
      <PageHead title="People" under="Who works here, and what they may do" />
      <div className="split">
        <div>
          <section className="sheet">
            <Table responsive>
              <thead>
                <tr>
                  <th>Name</th>
                  <th>Role</th>
                  <th>Sign-in</th>
                </tr>
              </thead>
              <tbody>
                {people.map((person) => (
                  <PersonRow key={person.id} person={person} />
                ))}
              </tbody>
            </Table>
          </section>
          <Devices devices={devices} people={people} />
        </div>
        <AddPerson />
      </div>
    </>
  );
}

function PersonRow({ person }: { person: PersonView }) {
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const [placedOn, setPlacedOn] = useState<number[]>([]);
  const change = async (body: object) => {
    const changed = await run<{ placedOn: number[] }>('PATCH', `/api/people/${person.id}`, body);
    setPlacedOn(changed?.placedOn ?? []);
    router.refresh();
  };
  return (
    <tr>
      <td>
        {person.name}
        <Trouble text={trouble} />
        {placedOn.length > 0 && (
          <p className="caution mild mb-0 mt-1" role="status">
            Still placed on {placedOn.length === 1 ? 'job' : 'jobs'} {placedOn.join(', ')}: choose somebody else{' '}
            <Link href="/day">on the day</Link>.
          </p>
        )}
      </td>
      <td>
        <Form.Select
          aria-label={`Role of ${person.name}`}
          value={person.role}
          disabled={busy}
          onChange={(event) => change({ role: event.target.value })}
        >
          {ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </Form.Select>
      </td>
      <td>
        <Button variant="outline-dark" size="sm" disabled={busy} onClick={() => change({ active: !person.active })}>
          {person.active ? 'Stop sign-in' : 'Allow sign-in'}
        </Button>{' '}
        <NewSecrets person={person} />
      </td>
    </tr>
  );
}

function AddPerson() {
  const {
    register,
    handleSubmit,
    reset,
    formState: { errors },
  } = useForm<PersonForm>({
    resolver: joiResolver(personSchema),
    defaultValues: { name: '', role: 'technician', pin: '', password: '' },
  });
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const save = handleSubmit(async (values) => {
    if (!(await run('POST', '/api/people', values))) return;
    reset();
    router.refresh();
  });
  return (
    <Form className="sheet" onSubmit={save} noValidate>
      <h2>Add a person</h2>
      <Field id="person-name" label="Name" error={errors.name}>
        <Form.Control {...register('name')} />
      </Field>
      <Field id="person-role" label="Role" error={errors.role}>
        <Form.Select {...register('role')}>
          {ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </Form.Select>
      </Field>
      <Field id="person-pin" label="PIN" hint="4 to 8 digits" error={errors.pin}>
        <Form.Control inputMode="numeric" autoComplete="off" {...register('pin')} />
      </Field>
      <Field
        id="person-password"
        label="Password, for desk people"
        hint="At least 10 characters; leave empty for the bay only"
        error={errors.password}
      >
        <Form.Control type="password" autoComplete="new-password" {...register('password')} />
      </Field>
      <Trouble text={trouble} />
      <Button type="submit" disabled={busy}>
        Add
      </Button>
    </Form>
  );
}
