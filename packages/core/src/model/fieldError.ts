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

/** A value in few words, as an error quotes it. */
export const quoted = (value: unknown): string => {
  const text = value === undefined ? 'nothing' : (JSON.stringify(value) ?? typeof value);
  return text.length > 60 ? `${text.slice(0, 60)}… (${text.length} characters)` : text;
};
