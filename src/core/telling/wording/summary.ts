/** What a procedure takes, as a line: "7 screws: 7 mm, T20 · 9 clips · 3 plugs · about 35 min". Parts that are none are left out. */
export function takesWords({
  screws,
  plates,
  clips,
  plugs,
  likelySeconds,
}: {
  screws: number;
  plates: string[];
  clips: number;
  plugs: number;
  likelySeconds: number;
}): string {
  const counted = (n: number, one: string) => (n ? [`${n} ${one}${n === 1 ? '' : 's'}`] : []);
  const minutes = Math.round(likelySeconds / 60);
  return [
    ...counted(screws, 'screw').map((words) => [words, plates.join(', ')].filter(Boolean).join(': ')),
    ...counted(clips, 'clip'),
    ...counted(plugs, 'plug'),
    ...(minutes ? [`about ${minutes} min`] : []),
  ].join(' · ');
}
