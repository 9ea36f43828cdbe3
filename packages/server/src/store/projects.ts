/** Projects and their finished surveys. A survey is written in one piece when it is done, so a broken one leaves none. */
import { randomBytes } from 'node:crypto';
import type { DataSource, Repository } from 'typeorm';
import {
  AcceptedEntity,
  ProjectEntity,
  SettingEntity,
  SurveyEntity,
  type AcceptedRow,
  type ProjectRow,
  type SettingRow,
  type SurveyRow,
} from './entities';

/** Documents kept of each project; older surveys keep their figures alone. */
const KEEP_DOCUMENTS = 2;

export type SurveySummary = Omit<SurveyRow, 'document'>;

export class ProjectStore {
  private readonly projects: Repository<ProjectRow>;
  private readonly surveys: Repository<SurveyRow>;
  private readonly settings: Repository<SettingRow>;
  private readonly acceptances: Repository<AcceptedRow>;

  constructor(private readonly source: DataSource) {
    this.projects = source.getRepository(ProjectEntity);
    this.surveys = source.getRepository(SurveyEntity);
    this.settings = source.getRepository(SettingEntity);
    this.acceptances = source.getRepository(AcceptedEntity);
  }

  async list(): Promise<(ProjectRow & { last: SurveySummary | null })[]> {
    const projects = await this.projects.find({ order: { addedAt: 'DESC' } });
    return Promise.all(projects.map(async (project) => ({ ...project, last: await this.lastSurvey(project.id) })));
  }

  find(id: string): Promise<ProjectRow | null> {
    return this.projects.findOneBy({ id });
  }

  /** The project of a folder, added where it is new. */
  async add(
    root: string,
    kind: ProjectRow['kind'],
    name: string,
    id = randomBytes(5).toString('hex'),
  ): Promise<ProjectRow> {
    const known = await this.projects.findOneBy({ root });
    if (known) return known;
    return this.projects.save({ id, name, root, kind, addedAt: new Date().toISOString() });
  }

  async rename(id: string, name: string): Promise<void> {
    await this.projects.update({ id }, { name });
  }

  async remove(id: string): Promise<void> {
    await this.projects.delete({ id });
  }

  lastSurvey(projectId: string): Promise<SurveySummary | null> {
    return this.surveys.findOne({ where: { projectId }, order: { id: 'DESC' } });
  }

  history(projectId: string): Promise<SurveySummary[]> {
    return this.surveys.find({ where: { projectId }, order: { id: 'ASC' } });
  }

  /** The last finished survey's flow document as JSON; null before the first. */
  async lastDocument(projectId: string): Promise<string | null> {
    const row = await this.surveys
      .createQueryBuilder('s')
      .select('s.document', 'document')
      .where('s.project_id = :projectId AND s.document <> :none', { projectId, none: '' })
      .orderBy('s.id', 'DESC')
      .limit(1)
      .getRawOne<{ document: string }>();
    return row?.document ?? null;
  }

  async finish(survey: Omit<SurveyRow, 'id'>): Promise<void> {
    await this.source.transaction(async (manager) => {
      await manager.insert(SurveyEntity, survey);
      const recent = await manager.find(SurveyEntity, {
        where: { projectId: survey.projectId },
        order: { id: 'DESC' },
        skip: KEEP_DOCUMENTS - 1,
        take: 1,
      });
      if (recent[0])
        await manager
          .createQueryBuilder()
          .update(SurveyEntity)
          .set({ document: '' })
          .where('project_id = :id AND id < :from', { id: survey.projectId, from: recent[0].id })
          .execute();
    });
  }

  async setting(projectId: string, name: string): Promise<string | null> {
    return (await this.settings.findOneBy({ projectId, name }))?.value ?? null;
  }

  async keepSetting(projectId: string, name: string, value: string): Promise<void> {
    await this.settings.save({ projectId, name, value });
  }

  async accepted(projectId: string): Promise<AcceptedFinding[]> {
    const rows = await this.acceptances.find({ where: { projectId }, order: { at: 'ASC' } });
    return rows.map(({ rule, component, name, file, reason, at }) => ({
      rule,
      component: component || null,
      name: name || null,
      file,
      reason,
      at,
    }));
  }

  async accept(projectId: string, findings: readonly FindingName[], reason: string): Promise<void> {
    const at = new Date().toISOString();
    await this.acceptances.save(
      findings.map((finding) => ({ ...keyOf(projectId, finding), reason, at })),
      { chunk: 200 },
    );
  }

  async withdraw(projectId: string, findings: readonly FindingName[]): Promise<void> {
    await this.source.transaction(async (manager) => {
      for (const finding of findings) await manager.delete(AcceptedEntity, keyOf(projectId, finding));
    });
  }
}

/** What tells one finding of a project from another. */
export interface FindingName {
  rule: string;
  component: string | null;
  name: string | null;
  file: string;
}

export interface AcceptedFinding extends FindingName {
  reason: string;
  at: string;
}

function keyOf(projectId: string, { rule, component, name, file }: FindingName) {
  return { projectId, rule, component: component ?? '', name: name ?? '', file };
}
