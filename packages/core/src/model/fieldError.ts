/** One thing wrong with one field. `path` is a JSON Pointer. */
export interface FieldError {
  path: string;
  /** what is wrong and what would do */
  message: string;
  /** what was expected, in a few words */
  expected: string;
  /** what came, at most 60 characters of JSON */
  came: string;
}
