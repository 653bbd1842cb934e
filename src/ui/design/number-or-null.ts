/** How a form takes a number that may be left empty: nothing typed is null, not 0. */
export const numberOrNull = {
  setValueAs: (value: string | number | null) => (value === '' || value === null ? null : Number(value)),
};
