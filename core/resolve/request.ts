/** What is to be seen of a design. `row` names one of a table's rows, `time` is a moment of its motion, s. */
export type Request = { page: string; channel: string; row?: string; time?: number }
