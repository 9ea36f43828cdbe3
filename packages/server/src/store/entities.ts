/** What is kept: projects, finished surveys, settings of a project; and, in a file of its own, the facts cache. */
import { EntitySchema } from 'typeorm';

export interface ProjectRow {
  id: string;
  name: string;
  /** The folder its sources are in. */
  root: string;
  /** `folder`: the user's own, only ever read. `upload`: unpacked here from an archive. `demo`: shipped. */
  kind: 'folder' | 'upload' | 'demo';
  addedAt: string;
}

export interface SurveyRow {
  id: number;
  projectId: string;
  finishedAt: string;
  /** How long it took, in milliseconds. */
  took: number;
  files: number;
  components: number;
  cells: number;
  findings: number;
  /** The flow document as JSON. */
  document: string;
}

export interface SettingRow {
  projectId: string;
  name: string;
  value: string;
}

export interface FactsRow {
  key: string;
  facts: string;
  usedAt: number;
}

export const ProjectEntity = new EntitySchema<ProjectRow>({
  name: 'project',
  columns: {
    id: { type: 'text', primary: true },
    name: { type: 'text' },
    root: { type: 'text', unique: true },
    kind: { type: 'text' },
    addedAt: { type: 'text', name: 'added_at' },
  },
});

export const SurveyEntity = new EntitySchema<SurveyRow>({
  name: 'survey',
  columns: {
    id: { type: 'integer', primary: true, generated: 'increment' },
    projectId: { type: 'text', name: 'project_id' },
    finishedAt: { type: 'text', name: 'finished_at' },
    took: { type: 'integer' },
    files: { type: 'integer' },
    components: { type: 'integer' },
    cells: { type: 'integer' },
    findings: { type: 'integer' },
    document: { type: 'text', select: false },
  },
});

export const SettingEntity = new EntitySchema<SettingRow>({
  name: 'setting',
  columns: {
    projectId: { type: 'text', primary: true, name: 'project_id' },
    name: { type: 'text', primary: true },
    value: { type: 'text' },
  },
});

export const FactsEntity = new EntitySchema<FactsRow>({
  name: 'facts',
  columns: {
    key: { type: 'text', primary: true },
    facts: { type: 'text' },
    usedAt: { type: 'integer', name: 'used_at' },
  },
});
