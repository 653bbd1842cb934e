'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { settingsSchema, type SettingsForm } from '@/contracts';
import { Field, PageHead, Trouble, useSend } from '../kit';

/** The shop's own decisions where practitioners disagree. */
export function Settings({ settings }: { settings: SettingsForm }) {
  const { register, handleSubmit, formState: { errors } } = useForm<SettingsForm>({ resolver: joiResolver(settingsSchema), defaultValues: settings });
  const { busy, trouble, run } = useSend();
  const [saved, setSaved] = useState(false);
  const save = handleSubmit(async (values) => setSaved((await run('PUT', '/api/settings', values)) !== null));
  return (
    <>
      <PageHead title="Settings" under="What this shop has decided" />
      <Form className="form-narrow sheet" onSubmit={save} onChange={() => setSaved(false)} noValidate>
        <h2>Battery and airbags</h2>
        <Form.Check className="mb-2" id="battery" type="switch" label="Battery negative off on every job" {...register('batteryAlways')} />
        <p className="caution">Whatever is set here, the battery goes off before any SRS connector is undone, and no power returns until every one is joined again.</p>
        <Field id="wait" label="Wait after battery off, seconds" hint="Leave empty: the technician is sent to the vehicle maker's manual" error={errors.srsWaitSeconds}>
          <Form.Control type="number" min={1} {...register('srsWaitSeconds', { setValueAs: (value) => (value === '' || value === null ? null : Number(value)) })} />
        </Field>
        <Field id="source" label="Where that figure is from" error={errors.srsWaitSource}><Form.Control {...register('srsWaitSource')} /></Field>
        {Object.keys(errors).includes('') && <Trouble text="A wait needs its source: which manual, which page." />}
        <Trouble text={trouble} />
        <Button type="submit" disabled={busy}>Save</Button>{saved && <span className="good ms-3" role="status">Saved</span>}
      </Form>
    </>
  );
}
