/** Where a command says what it has to say. */
export interface Voice {
  out(text: string): void
  err(text: string): void
  /** What is done from now on: "shaping Shelf". It may take long. */
  at(what: string): void
}
