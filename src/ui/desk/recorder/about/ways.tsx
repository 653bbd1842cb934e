'use client';
import { SCHOOL_QUESTIONS, type SchoolChoice } from '@/core/document';
import { listOrNothing, SelectRow, TextRow } from '../item/fields';
import { Group } from '../item/group';
import type { AboutProps } from './about-props';

/** The reason until somebody types a better one. */
const USUAL_WHY = 'this panel asks for it';

/** Where this procedure asks for another way of working than the shop's, and why. */
export function Ways({ document: { schools = [] }, change }: AboutProps) {
  const set = (next: SchoolChoice[], typing = false) => change({ schools: listOrNothing(next) }, typing);
  return (
    <Group title="Ways of working">
      {SCHOOL_QUESTIONS.map(({ of, asks, choices }) => {
        const said = schools.find((one) => one.of === of);
        const others = schools.filter((one) => one.of !== of);
        return (
          <div key={of}>
            <SelectRow
              label={asks}
              value={said?.choice ?? ''}
              options={[['', 'as the shop does'], ...choices]}
              onChange={(choice) =>
                set(choice ? [...others, { of, choice, why: said?.why ?? USUAL_WHY } as SchoolChoice] : others)
              }
            />
            {said && (
              <TextRow
                label="because"
                max={200}
                value={said.why}
                onChange={(why) => set([...others, { ...said, why: why ?? USUAL_WHY }], true)}
              />
            )}
          </div>
        );
      })}
    </Group>
  );
}
