/** Figures as a cut list writes them. */
/** A length in sixty-fourths of an inch, as a cut list writes it. */
export function inches(n: number): string {
  const sixtyFourths = Math.round(n * 64)
  const whole = Math.floor(sixtyFourths / 64)
  let [over, under] = [sixtyFourths % 64, 64]
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2]
  return [whole > 0 || over === 0 ? String(whole) : '', over > 0 ? `${over}/${under}` : '']
    .filter(Boolean)
    .join(' ')
}
