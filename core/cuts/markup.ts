/** Text in files of markup. */
const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

export const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => SIGNS[c]!)
