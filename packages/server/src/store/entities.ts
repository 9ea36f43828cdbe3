/** What is kept: projects, finished surveys, settings of a project; and, in a file of its own, the facts cache. */
import { EntitySchema } from 'typeorm';

export interface ProjectRow {
  id: string;
  name: string;
  /** The folder its sources are in. */
  root: string;
  /** `folder`: the user's own, written to on request alone. `upload`: unpacked here from an archive. `demo`: shipped. */
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
  /** How many findings there are of each rule, as JSON. */
  byRule: string;
  /** The flow document as JSON. */
  document: string;
}

/** A finding that is accepted. Names that a finding does not have are empty, since they are part of its key. */
export interface AcceptedRow {
  projectId: string;
  rule: string;
  component: string;
  name: string;
  file: string;
  reason: string;
  at: string;
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

export interface AnswerRow {
  key: string;
  answer: string;
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
    byRule: { type: 'text', name: 'by_rule' },
    document: { type: 'text', select: false },
  },
});

export const AcceptedEntity = new EntitySchema<AcceptedRow>({
  name: 'accepted',
  columns: {
    projectId: { type: 'text', primary: true, name: 'project_id' },
    rule: { type: 'text', primary: true },
    component: { type: 'text', primary: true },
    name: { type: 'text', primary: true },
    file: { type: 'text', primary: true },
    reason: { type: 'text' },
    at: { type: 'text' },
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

export const AnswerEntity = new EntitySchema<AnswerRow>({
  name: 'answers',
  columns: {
    key: { type: 'text', primary: true },
    answer: { type: 'text' },
    usedAt: { type: 'integer', name: 'used_at' },
  },
});
