/** What somebody typed as a number, a comma being a point; null where it is none below zero. */
export function typed(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value >= 0 ? value : null;
}
