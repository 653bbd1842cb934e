'use client';
import Button from 'react-bootstrap/Button';
import { NAMED_TOOLS, WORK_KINDS, capital } from '@/core/trade';
import {
  itemWords,
  indexItems,
  itemsOf,
  type Leaving,
  type Work,
  type WorkPhase,
  withoutUndefined,
} from '@/core/document';
import { ChipRow, listOrNothing, NumberRow, PickRow, Row, SelectRow, TextRow, toggled } from './fields';
import { squareAround } from '../../../map';
import { useDrawingTools } from '../tools';
import { Group } from './group';
import { named, partChoices, type ItemProps } from './item-props';
import { LookOut, ReversibleRow, WhenRows } from './shared-fields';

const PHASES: [WorkPhase, string][] = [
  ['apart', 'to go on taking apart'],
  ['fit', 'between apart and together'],
  ['back', 'on the way back'],
];
const LEAVINGS: [Leaving, string][] = [
  ['swarf', 'swarf'],
  ['bare-edge', 'a bare edge'],
  ['open-hole', 'an open hole'],
  ['warm-glue', 'warm glue'],
];

/** Everything about work done to the car. */
export function WorkFields({ document, item: work, change }: ItemProps<Work>) {
  const index = indexItems(document);
  const { outlining, outline } = useDrawingTools();
  const states = itemsOf(document)
    .filter(({ id }) => id !== work.id)
    .map(({ id }): [string, string] => [
      index.parts.has(id) ? `${id}:off` : id,
      `${capital(itemWords(index, id))} ${index.parts.has(id) ? 'off' : 'done'}`,
    ]);
  const datum = (patch: Partial<NonNullable<Work['datum']>>) => {
    const next = withoutUndefined({ ...work.datum, ...patch });
    change({ datum: next.from === undefined ? undefined : { ...next, from: next.from } }, true);
  };
  return (
    <>
      <Group title="What">
        <SelectRow
          label="What is done"
          value={work.kind}
          options={[...WORK_KINDS].map(([code, { verb, name }]): [string, string] => [code, `${verb} (${name})`])}
          onChange={(kind) => change({ kind })}
        />
        <TextRow label="Name" max={200} value={work.name} onChange={(name) => change({ name }, true)} />
        <SelectRow
          label="On"
          value={work.on ?? ''}
          options={[['', 'the body'], ...partChoices(document)]}
          onChange={(on) => change({ on: on || undefined })}
        />
        <SelectRow
          label="When"
          value={work.phase ?? 'fit'}
          options={PHASES}
          onChange={(phase) => change({ phase: phase === 'fit' ? undefined : (phase as WorkPhase) })}
        />
        <PickRow
          label="First"
          picked={work.needs ?? []}
          options={states}
          onChange={(needs) => change({ needs: listOrNothing(needs) })}
        />
        <TextRow
          label="For which kit"
          max={200}
          value={work.for}
          placeholder="always"
          onChange={(kit) => change({ for: kit }, true)}
        />
        <SelectRow
          label="Instead of"
          value={work.replaces ?? ''}
          options={[['', 'nothing'], ...partChoices(document)]}
          onChange={(part) => change({ replaces: part || undefined })}
        />
        <ChipRow
          label="Offered"
          pressed={work.while ? ['open'] : []}
          options={[['open', 'worth doing while it is open']]}
          onToggle={() => change({ while: work.while ? undefined : 'open' })}
        />
        <NumberRow
          label="Dries"
          unit="min"
          min={1}
          max={10080}
          empty="not at all"
          value={work.dries === undefined ? undefined : Math.max(1, Math.round(work.dries / 60))}
          onChange={(minutes) => change({ dries: minutes === undefined ? undefined : minutes * 60 })}
        />
        <ChipRow
          label="People"
          pressed={work.hands === 2 ? ['two'] : []}
          options={[['two', 'takes two']]}
          onToggle={() => change({ hands: work.hands === 2 ? undefined : 2 })}
        />
        <SelectRow
          label="Tool"
          value={work.tool ?? ''}
          options={[['', 'as usual'], ...named(NAMED_TOOLS)]}
          onChange={(tool) => change({ tool: tool || undefined })}
        />
        <WhenRows document={document} item={work} change={change} />
        <TextRow
          label="Material"
          value={work.material?.join(', ')}
          placeholder="edge primer, grommet"
          onChange={(text) => change({ material: wordsIn(text) }, true)}
        />
      </Group>
      <Group title="Where">
        <TextRow
          label="From"
          max={200}
          value={work.datum?.from}
          placeholder="lower seam"
          onChange={(from) => datum({ from })}
        />
        <NumberRow
          label="up"
          unit="mm"
          min={-20000}
          max={20000}
          empty="–"
          value={work.datum?.up}
          onChange={(up) => datum({ up })}
        />
        <TextRow
          label="and from"
          max={200}
          value={work.datum?.andFrom}
          placeholder="hinge edge"
          onChange={(andFrom) => datum({ andFrom })}
        />
        <NumberRow
          label="back"
          unit="mm"
          min={-20000}
          max={20000}
          empty="–"
          value={work.datum?.back}
          onChange={(back) => datum({ back })}
        />
        <Row label="Shape">
          {work.shape ? (
            <>
              <Button
                size="sm"
                variant="outline-dark"
                aria-pressed={outlining !== null}
                onClick={() => outline(outlining ? null : { of: 'item', id: work.id })}
              >
                {outlining ? 'Done' : 'Corners'}
              </Button>
              <Button size="sm" variant="outline-dark" onClick={() => change({ shape: undefined })}>
                Remove
              </Button>
            </>
          ) : (
            <Button
              size="sm"
              variant="outline-dark"
              onClick={() => {
                change({ shape: squareAround(work.at?.[0] ?? [document.map.width / 2, document.map.height / 2]) });
                outline({ of: 'item', id: work.id });
              }}
            >
              Draw it
            </Button>
          )}
        </Row>
      </Group>
      <Group title="Coming off">
        <ChipRow
          label="Leaves"
          pressed={work.leaves ?? []}
          options={LEAVINGS}
          onToggle={(value) =>
            change({ leaves: listOrNothing(toggled(work.leaves ?? [], value)) as Leaving[] | undefined })
          }
        />
        <TextRow label="Note" lines={2} value={work.note} onChange={(note) => change({ note }, true)} />
      </Group>
      <Group title="Going back">
        <TextRow
          label="Undone by"
          value={work.undo}
          placeholder="nothing: it stays"
          onChange={(undo) => change({ undo }, true)}
        />
        <ReversibleRow value={work.reversible} onChange={(reversible) => change({ reversible })} />
        <TextRow label="Note" lines={2} value={work.refitNote} onChange={(refitNote) => change({ refitNote }, true)} />
      </Group>
      <LookOut document={document} item={work} change={change} />
    </>
  );
}

const wordsIn = (text: string | undefined) =>
  text === undefined
    ? undefined
    : listOrNothing(
        text
          .split(',')
          .map((one) => one.trim())
          .filter(Boolean),
      );
