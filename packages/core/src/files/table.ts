/** Rows for a CSV file. */
export interface Table {
  fields: string[];
  data: (string | number)[][];
}
