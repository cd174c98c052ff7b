/** What there is to do work at in a small shop. Which of them is at hand the maker knows best. */
export type Machine =
  | 'table saw'
  | 'mitre saw'
  | 'band saw'
  | 'jig saw'
  | 'router'
  | 'drill press'
  | 'drill'
  | 'mortiser'
  | 'lathe'
  | 'bending form'
