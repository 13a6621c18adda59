/** Things that a house file lists, and what is known of each. */
export const FILE_KINDS = ['box', 'cable', 'circuit', 'hidden', 'patch', 'lamp', 'room', 'panel', 'job', 'photo', 'note'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

/** One line of what is known, and how; `how` is absent where it was looked at. */
export interface FileFact {
  says: string;
  how?: 'not known' | 'assumed' | 'by its kind' | 'as built' | 'a guess';
}
/** One thing of the house. */
export interface FileEntry {
  id: string;
  kind: FileKind;
  title: string;
  /** room, wall or panel it is at */
  where: string;
  facts: FileFact[];
  /** page that shows it, as the parts of its address */
  link: string[];
  query?: Record<string, string>;
  photos: string[];
}
export const unknown = (says: string): FileFact => ({ says, how: 'not known' });
