/** Rows. Documents are stored whole as validated JSON with a revision number; earlier revisions are kept. */
import { EntitySchema } from 'typeorm';

export interface HouseRow {
  id: string;
  revision: number;
  document: string;
  savedAt: string;
}
export interface JobRow extends HouseRow {
  houseId: string;
}
export interface RevisionRow {
  kind: 'house' | 'job';
  id: string;
  revision: number;
  document: string;
  savedAt: string;
}
export interface SettingRow {
  key: string;
  value: string;
}

const documentColumns = {
  id: { type: 'text', primary: true },
  revision: { type: 'integer' },
  document: { type: 'text' },
  savedAt: { type: 'text' },
} as const;

export const HouseEntity = new EntitySchema<HouseRow>({ name: 'house', columns: { ...documentColumns } });
export const JobEntity = new EntitySchema<JobRow>({ name: 'job', columns: { ...documentColumns, houseId: { type: 'text' } } });
export const RevisionEntity = new EntitySchema<RevisionRow>({
  name: 'revision',
  columns: {
    kind: { type: 'text', primary: true },
    id: { type: 'text', primary: true },
    revision: { type: 'integer', primary: true },
    document: { type: 'text' },
    savedAt: { type: 'text' },
  },
});
export const SettingEntity = new EntitySchema<SettingRow>({
  name: 'setting',
  columns: { key: { type: 'text', primary: true }, value: { type: 'text' } },
});

/** Log entries are only added. `entry` is what its device said, as JSON. */
export interface LogRow {
  id: string;
  jobId: string;
  houseId: string;
  entry: string;
  received: string;
  aheadMs: number;
}
export const LogEntity = new EntitySchema<LogRow>({
  name: 'log_entry',
  columns: {
    id: { type: 'text', primary: true },
    jobId: { type: 'text' },
    houseId: { type: 'text' },
    entry: { type: 'text' },
    received: { type: 'text' },
    aheadMs: { type: 'real' },
  },
});

/** A photo: what was said of it, and its picture once that came; the file lies beside the database under its hash. */
export interface PhotoRow {
  id: string;
  houseId: string;
  jobId: string | null;
  document: string;
  picture: string | null;
  saved: string;
  /** thrown out, and not yet swept */
  removed: string | null;
}
export const PhotoEntity = new EntitySchema<PhotoRow>({
  name: 'photo',
  columns: {
    id: { type: 'text', primary: true },
    houseId: { type: 'text' },
    jobId: { type: 'text', nullable: true },
    document: { type: 'text' },
    picture: { type: 'text', nullable: true },
    saved: { type: 'text' },
    removed: { type: 'text', nullable: true },
  },
});
