'use client';
import { DEFAULT_SCHOOLS, SCHOOL_QUESTIONS } from '@/core/document';
import { joiResolver } from '@hookform/resolvers/joi';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import {
  type FieldError,
  type FieldErrors,
  useFieldArray,
  useForm,
  type Control,
  type UseFormRegister,
} from 'react-hook-form';
import { settingsSchema } from '@/contracts/schemas';
import { TRAY_SIZES, type SettingsForm } from '@/contracts/views';
import { FASTENER_KINDS } from '@/core/trade';
import { QuoteTerms } from './quote-terms';
import { Field, MoneyField, PageHead, Trouble, useSend } from '../../design';

const numberOrNull = {
  setValueAs: (value: string | number | null) => (value === '' || value === null ? null : Number(value)),
};
const numberOrNothing = {
  setValueAs: (value: string | number | undefined) => (value === '' || value === undefined ? undefined : Number(value)),
};

/** The shop's own decisions where practitioners disagree, and what its plans are priced with. */
export function Settings({
  settings,
  zones,
  procedures,
}: {
  settings: SettingsForm;
  zones: string[];
  /** Those in force, by title. */
  procedures: { id: string; title: string }[];
}) {
  const {
    register,
    control,
    handleSubmit,
    formState: { errors },
  } = useForm<SettingsForm>({ resolver: joiResolver(settingsSchema), defaultValues: settings });
  const { busy, trouble, run } = useSend();
  const [saved, setSaved] = useState(false);
  const save = handleSubmit(async (values) => setSaved((await run('PUT', '/api/settings', values)) !== null));
  return (
    <>
      <PageHead title="Settings" under="What this shop has decided" />
      <Form className="settings" onSubmit={save} onChange={() => setSaved(false)} noValidate>
        <section className="sheet">
          <h2>Battery and airbags</h2>
          <p className="caution">
            Whatever is set here, the battery goes off before any SRS connector is undone, and no power returns until
            every one is joined again.
          </p>
          <Field
            id="wait"
            label="Wait after battery off where no vehicle is named, seconds"
            hint="A fallback, and said to be only that. Leave empty to refer to the vehicle maker’s manual"
            error={errors.srsWaitSeconds}
          >
            <Form.Control type="number" min={1} {...register('srsWaitSeconds', numberOrNull)} />
          </Field>
          <Field id="source" label="Source of that figure" error={errors.srsWaitSource}>
            <Form.Control {...register('srsWaitSource')} />
          </Field>
          <VehicleWaits control={control} register={register} errors={errors.srsWaits} />
          {Object.keys(errors).includes('') && <Trouble text="A wait needs its source: which manual, which page." />}
        </section>
        <section className="sheet" aria-label="Ways of working">
          <h2>Ways of working</h2>
          <p className="quiet">A procedure or a job can say otherwise, with its reason.</p>
          {SCHOOL_QUESTIONS.map(({ of, asks, choices, why }) => (
            <Field key={of} id={`school-${of}`} label={asks} hint={why}>
              <Form.Select {...register(`schools.${of}`)}>
                {choices.map(([choice, words]) => (
                  <option key={choice} value={choice}>
                    {words}
                    {choice === DEFAULT_SCHOOLS[of] ? ' (usual)' : ''}
                  </option>
                ))}
              </Form.Select>
            </Field>
          ))}
        </section>
        <section className="sheet">
          <h2>Times that decide the order</h2>
          <div className="pair-grid">
            <Field id="tool-change" label="Changing tool, s" error={errors.costs?.toolChangeSeconds}>
              <Form.Control
                type="number"
                step="any"
                {...register('costs.toolChangeSeconds', { valueAsNumber: true })}
              />
            </Field>
            <Field id="bare-hand" label="Putting the tool down, s" error={errors.costs?.bareHandSeconds}>
              <Form.Control type="number" step="any" {...register('costs.bareHandSeconds', { valueAsNumber: true })} />
            </Field>
            <Field id="part-change" label="Turning to another part, s" error={errors.costs?.partChangeSeconds}>
              <Form.Control
                type="number"
                step="any"
                {...register('costs.partChangeSeconds', { valueAsNumber: true })}
              />
            </Field>
            <Field id="move" label="Moving within a panel, mm/s" error={errors.costs?.moveMmPerSecond}>
              <Form.Control type="number" step="any" {...register('costs.moveMmPerSecond', { valueAsNumber: true })} />
            </Field>
            <Field id="zone-move" label="To another zone of one door, s" error={errors.costs?.zoneMoveSeconds}>
              <Form.Control type="number" step="any" {...register('costs.zoneMoveSeconds', { valueAsNumber: true })} />
            </Field>
            <Field id="side-move" label="To another door or side, s" error={errors.costs?.sideMoveSeconds}>
              <Form.Control type="number" step="any" {...register('costs.sideMoveSeconds', { valueAsNumber: true })} />
            </Field>
          </div>
          {errors.costs?.root && <Trouble text={errors.costs.root.message ?? null} />}
          {errors.costs && !errors.costs.root && errors.costs.message && <Trouble text={errors.costs.message} />}
        </section>
        <section className="sheet">
          <h2>Tray, spares, labour</h2>
          <div className="pair-grid">
            <Field id="tray" label="Bins of the usual tray" error={errors.trayBins}>
              <Form.Select {...register('trayBins', { setValueAs: Number })}>
                {TRAY_SIZES.map((size) => (
                  <option key={size} value={size}>
                    {size}
                  </option>
                ))}
              </Form.Select>
            </Field>
            <Field id="spares" label="Chance of having enough spares" hint="0.5 to 0.99" error={errors.spareLevel}>
              <Form.Control type="number" step="0.01" {...register('spareLevel', { valueAsNumber: true })} />
            </Field>
            <MoneyField
              control={control}
              name="labourPerHourCents"
              label="Labour for an hour"
              hint="Empty: no prices are shown"
            />
            <Field
              id="time-zone"
              label="Time zone of the shop"
              hint="Dates on pages and in reports"
              error={errors.timeZone}
            >
              <Form.Select {...register('timeZone')}>
                {zones.map((zone) => (
                  <option key={zone} value={zone}>
                    {zone.replace(/_/g, ' ')}
                  </option>
                ))}
              </Form.Select>
            </Field>
            <Field id="bays" label="Bays" hint="Their names, with commas between" error={baysError(errors.bays)}>
              <Form.Control
                {...register('bays', {
                  setValueAs: (typed: string | string[]) =>
                    Array.isArray(typed)
                      ? typed
                      : typed
                          .split(',')
                          .map((one) => one.trim())
                          .filter(Boolean),
                })}
              />
            </Field>
            <Field id="currency" label="Currency" error={errors.currency}>
              <Form.Control {...register('currency')} />
            </Field>
          </div>
        </section>
        <QuoteTerms procedures={procedures} control={control} register={register} errors={errors.quotes} />
        <section className="sheet">
          <h2>Customers’ data</h2>
          <Field
            id="keeping"
            label="Kept after the vehicle was given back, months"
            hint="Empty: kept until somebody erases it under Customers. Local rules say how long it may or must be kept"
            error={errors.keepingMonths}
          >
            <Form.Control type="number" min={1} {...register('keepingMonths', numberOrNull)} />
          </Field>
        </section>
        <section className="sheet">
          <h2>Publishing</h2>
          <Field
            id="testers"
            label="People who must rehearse a draft before it is published"
            hint="0: a lead decides alone"
            error={errors.testersBeforePublishing}
          >
            <Form.Control type="number" min={0} max={5} {...register('testersBeforePublishing', numberOrNull)} />
          </Field>
        </section>
        <OwnKinds control={control} register={register} errors={errors.ownKinds} />
        <Trouble text={trouble} />
        <Button type="submit" disabled={busy}>
          Save
        </Button>
        {saved && (
          <span className="good ms-3" role="status">
            Saved
          </span>
        )}
      </Form>
    </>
  );
}

/** What is wrong with the bays, whichever of them it is. */
const baysError = (errors: FieldErrors<SettingsForm>['bays']) =>
  errors && (('message' in errors && errors.message ? errors : (errors.root ?? errors.find?.(Boolean))) as FieldError);

type WaitErrors = NonNullable<ReturnType<typeof useForm<SettingsForm>>['formState']['errors']['srsWaits']>;

/** Waits after battery-off by vehicle, each with its source. */
function VehicleWaits({
  control,
  register,
  errors,
}: {
  control: Control<SettingsForm>;
  register: UseFormRegister<SettingsForm>;
  errors: WaitErrors | undefined;
}) {
  const { fields, append, remove } = useFieldArray({ control, name: 'srsWaits' });
  return (
    <div role="group" aria-label="Waits by vehicle">
      {fields.map((field, n) => (
        <div key={field.id} className="pair-grid">
          <Field id={`wait-make-${n}`} label="Make" error={errors?.[n]?.make}>
            <Form.Control {...register(`srsWaits.${n}.make`)} />
          </Field>
          <Field id={`wait-model-${n}`} label="Model" error={errors?.[n]?.model}>
            <Form.Control {...register(`srsWaits.${n}.model`)} />
          </Field>
          <Field id={`wait-seconds-${n}`} label="Wait, seconds" error={errors?.[n]?.seconds}>
            <Form.Control type="number" min={1} {...register(`srsWaits.${n}.seconds`, { valueAsNumber: true })} />
          </Field>
          <Field id={`wait-source-${n}`} label="Source: manual and page" error={errors?.[n]?.source}>
            <Form.Control {...register(`srsWaits.${n}.source`)} />
          </Field>
          <Form.Check
            id={`wait-hang-${n}`}
            label="By this source a part may hang on its SRS plug with the battery on"
            {...register(`srsWaits.${n}.mayHang`)}
          />
          <Button variant="outline-dark" size="sm" onClick={() => remove(n)}>
            Remove this wait
          </Button>
        </div>
      ))}
      <Button
        variant="outline-dark"
        size="sm"
        className="mb-2"
        onClick={() => append({ make: '', model: '', seconds: 60, source: '' })}
      >
        Add a vehicle’s wait
      </Button>
    </div>
  );
}

type KindErrors = NonNullable<ReturnType<typeof useForm<SettingsForm>>['formState']['errors']['ownKinds']>;

/** Fastener kinds that the catalogue does not have: each is like a known one, but for its name, tool and times. */
function OwnKinds({
  control,
  register,
  errors,
}: {
  control: Control<SettingsForm>;
  register: UseFormRegister<SettingsForm>;
  errors: KindErrors | undefined;
}) {
  const { fields, append, remove } = useFieldArray({ control, name: 'ownKinds' });
  return (
    <section className="sheet" aria-label="Own fastener kinds">
      <h2>Own fastener kinds</h2>
      {fields.length === 0 && <p className="quiet">No kinds of your own yet.</p>}
      {fields.map((field, at) => (
        <div key={field.id} className="own-kind">
          <Field id={`kind-code-${at}`} label="Code" error={errors?.[at]?.code}>
            <Form.Control {...register(`ownKinds.${at}.code`)} />
          </Field>
          <Field id={`kind-like-${at}`} label="Like" error={errors?.[at]?.like}>
            <Form.Select {...register(`ownKinds.${at}.like`)}>
              {[...FASTENER_KINDS.values()].map((kind) => (
                <option key={kind.code} value={kind.code}>
                  {kind.name}
                </option>
              ))}
            </Form.Select>
          </Field>
          <Field id={`kind-name-${at}`} label="One" error={errors?.[at]?.name}>
            <Form.Control {...register(`ownKinds.${at}.name`)} />
          </Field>
          <Field id={`kind-plural-${at}`} label="Several" error={errors?.[at]?.plural}>
            <Form.Control {...register(`ownKinds.${at}.plural`)} />
          </Field>
          <Field id={`kind-out-${at}`} label="Out, s" error={errors?.[at]?.releaseSeconds}>
            <Form.Control type="number" step="any" {...register(`ownKinds.${at}.releaseSeconds`, numberOrNothing)} />
          </Field>
          <Field id={`kind-in-${at}`} label="In, s" error={errors?.[at]?.refitSeconds}>
            <Form.Control type="number" step="any" {...register(`ownKinds.${at}.refitSeconds`, numberOrNothing)} />
          </Field>
          <Button variant="outline-danger" size="sm" onClick={() => remove(at)}>
            Remove
          </Button>
        </div>
      ))}
      <Button
        variant="outline-dark"
        size="sm"
        onClick={() => append({ code: '', like: 'push-clip', name: '', plural: '' })}
      >
        Add a kind
      </Button>
    </section>
  );
}
