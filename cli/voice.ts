/** Where a command says what it has to say. */
export interface Voice {
  out(text: string): void
  err(text: string): void
}
