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
