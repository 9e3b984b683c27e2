/** Input a person can mend: what is wrong, where (a JSON Pointer) and, if one is likely, what was meant. */
export interface Fault {
  pointer: string
  message: string
  code?: string
  /** What is wrong, as messages that words are made of at the edge; `message` is then only for those who write programs. */
  said?: { code: string; facts: object }[]
  suggestion?: string
}

/** Thrown by core functions for input that is well formed but cannot be used. */
export class BadInput extends Error {
  readonly faults: Fault[]
  constructor(faults: Fault[]) {
    super(faults.map((fault) => `${fault.pointer}: ${fault.message}`).join('; '))
    this.name = 'BadInput'
    this.faults = faults
  }
}
