'use client';
import { goTo } from '../../design';

/** Who this tablet works for, and the way to hand it to somebody else: one tap here, one on the name. */
export function ChangePerson({ name }: { name: string }) {
  const change = () => goTo(`/sign-in?${new URLSearchParams({ next: location.pathname + location.search })}`);
  return (
    <button
      type="button"
      className="change-person"
      title="Change person"
      aria-label={`${name}: change person`}
      onClick={change}
    >
      {name.split(' ')[0]} <span aria-hidden="true">⇄</span>
    </button>
  );
}
