/** What went wrong, said where the person is looking; nothing while all is well. */
export function Trouble({ text }: { text: string | null }) {
  return text ? (
    <p className="trouble" role="alert">
      {text}
    </p>
  ) : null;
}
