import type { PlanView } from '@/contracts/views';

/** Says of every procedure that was not recorded for exactly the job's vehicle what differs and what is not known; on paper too. */
export function Unverified({ view: { documents, verification } }: { view: PlanView }) {
  const open = documents.filter((document) => verification && !verification[document.id].verified);
  if (open.length === 0) return null;
  return (
    <div className="unverified" role="note">
      {open.map((document) => {
        const { differs, unknown } = verification![document.id];
        return (
          <p key={document.id} className="mb-1">
            <strong>Not verified on this vehicle:</strong> {document.title}.
            {differs.length > 0 && ` Differs: ${differs.join('; ')}.`}
            {unknown.length > 0 && ` Not known: ${unknown.join(', ')}.`} Stop where it does not match.
          </p>
        );
      })}
    </div>
  );
}
