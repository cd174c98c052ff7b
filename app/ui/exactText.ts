/** A length as a measure that reads back as it is, whatever the project's unit. */
export const exactText = (mm: number): string => `${Number(mm.toFixed(6))}mm`
