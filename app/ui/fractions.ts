/** Sets `3/4` as a real fraction: the measuring font does it with this slash. */
export const fractions = (text: string): string => text.replace(/(\d+)\/(\d+)/g, '$1\u2044$2')
