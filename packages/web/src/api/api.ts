/** The server's API, through RTK Query. */
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  ChangedFile,
  Decision,
  FlowDocument,
  HomesDocument,
  TogetherDocument,
  WayEdits,
  MendDocument,
  OptionKind,
  Thumb,
  TrailDocument,
  WhyDocument,
  WorthMoving,
} from '@vectura/core';
import type { FindingName, Job } from '@vectura/server/schemas';
import {
  Accepted,
  DecisionWithState,
  FileAnswer,
  HopCounts,
  PastSurvey,
  Project,
  RuleWords,
} from '@vectura/server/schemas';
import { z } from 'zod';
import { surveyAsked } from './jobs';

export type { Accepted, FileAnswer, FindingName, Job, Project };

/** One key for what tells one finding from another, wherever it has moved to in its file. */
export function findingName({ rule, component, name, file }: FindingName): string {
  return [rule, component ?? '', name ?? '', file].join('\n');
}

/**
 * A document is replaced as a whole: comparing its hundred thousand parts with those before would gain nothing, nor would
 * looking through them for changes; a frozen one is taken as it is.
 */
function whole<T extends object>() {
  return { structuralSharing: false, transformResponse: (document: T): T => Object.freeze(document) };
}

/** What is asked about the places where a value could live. */
interface HomesAsked {
  id: string;
  value: string;
  thumb: Thumb;
  also: readonly string[];
}

function homesQuery({ value, thumb, also }: Omit<HomesAsked, 'thumb'> & { thumb?: Thumb }): string {
  const query = new URLSearchParams({ value });
  for (const one of also) query.append('also', one);
  for (const [name, setting] of Object.entries(thumb ?? {})) query.set(name, String(setting));
  return query.toString();
}

export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['Projects', 'Survey', 'Accepted', 'Applied', 'Decisions'],
  keepUnusedDataFor: 600,
  endpoints: (build) => ({
    rules: build.query<RuleWords[], undefined>({ query: () => '/rules', responseSchema: z.array(RuleWords) }),
    projects: build.query<Project[], undefined>({
      query: () => '/projects',
      responseSchema: z.array(Project),
      providesTags: ['Projects'],
    }),
    addProject: build.mutation<Project, string>({
      responseSchema: Project,
      query: (path) => ({ url: '/projects', method: 'POST', body: { path } }),
      invalidatesTags: ['Projects'],
    }),
    addArchive: build.mutation<Project, File>({
      responseSchema: Project,
      query: (file) => ({
        url: `/projects/zip?name=${encodeURIComponent(file.name)}`,
        method: 'POST',
        body: file,
        headers: { 'Content-Type': 'application/zip' },
      }),
      invalidatesTags: ['Projects'],
    }),
    removeProject: build.mutation<unknown, string>({
      query: (id) => ({ url: `/projects/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Projects'],
    }),
    folders: build.query<string[], string>({ query: (typed) => `/folders?typed=${encodeURIComponent(typed)}` }),
    resurvey: build.mutation<Job, string>({
      query: (id) => ({ url: `/projects/${id}/survey`, method: 'POST' }),
      onQueryStarted: async (id, { dispatch, queryFulfilled }) => {
        await queryFulfilled.then(() => dispatch(surveyAsked(id)));
      },
    }),
    cancelSurvey: build.mutation<unknown, string>({
      query: (id) => ({ url: `/projects/${id}/survey`, method: 'DELETE' }),
    }),
    survey: build.query<FlowDocument, string>({
      query: (id) => ({ url: `/projects/${id}/survey`, validateStatus: ({ status }) => status === 200 }),
      providesTags: ['Survey'],
      ...whole<FlowDocument>(),
    }),
    accepted: build.query<Accepted[], string>({
      responseSchema: z.array(Accepted),
      query: (id) => `/projects/${id}/accepted`,
      providesTags: ['Accepted'],
    }),
    accept: build.mutation<Accepted[], { id: string; findings: FindingName[]; reason: string; inFile: boolean }>({
      query: ({ id, ...body }) => ({ url: `/projects/${id}/accepted`, method: 'PUT', body }),
      invalidatesTags: ['Accepted'],
    }),
    withdraw: build.mutation<Accepted[], { id: string; findings: FindingName[] }>({
      query: ({ id, findings }) => ({
        url: `/projects/${id}/accepted/withdraw`,
        method: 'POST',
        body: { findings },
      }),
      invalidatesTags: ['Accepted'],
    }),
    history: build.query<PastSurvey[], string>({
      responseSchema: z.array(PastSurvey),
      query: (id) => `/projects/${id}/history`,
      providesTags: ['Survey'],
    }),
    hops: build.query<HopCounts, string>({
      responseSchema: HopCounts,
      query: (id) => `/projects/${id}/hops`,
      providesTags: ['Survey'],
    }),
    why: build.query<WhyDocument, { id: string; value: string; to: string }>({
      query: ({ id, value, to }) =>
        `/projects/${id}/why?value=${encodeURIComponent(value)}&to=${encodeURIComponent(to)}`,
      providesTags: ['Survey'],
    }),
    trail: build.query<TrailDocument, { id: string; value: string; to: string | null }>({
      query: ({ id, value, to }) =>
        `/projects/${id}/trail?value=${encodeURIComponent(value)}${to === null ? '' : `&to=${encodeURIComponent(to)}`}`,
      ...whole<TrailDocument>(),
      providesTags: ['Survey'],
    }),
    together: build.query<TogetherDocument, { id: string; values: readonly string[] }>({
      query: ({ id, values }) =>
        `/projects/${id}/homes/together?${values.map((value) => `value=${encodeURIComponent(value)}`).join('&')}`,
      providesTags: ['Survey'],
    }),
    homes: build.query<HomesDocument, HomesAsked>({
      query: (asked) => `/projects/${asked.id}/homes?${homesQuery(asked)}`,
      providesTags: ['Survey'],
    }),
    // What a way edits is the same by whatever rules of thumb.
    wayEdits: build.query<WayEdits[], Omit<HomesAsked, 'thumb'>>({
      query: (asked) => `/projects/${asked.id}/homes/edits?${homesQuery(asked)}`,
      providesTags: ['Survey'],
    }),
    worthMoving: build.query<WorthMoving[], { id: string; thumb: Thumb | undefined }>({
      // The rules of thumb are the server's; with others it is asked again.
      query: ({ id }) => `/projects/${id}/worth-moving`,
      providesTags: ['Survey'],
    }),
    plan: build.query<HomesDocument, { id: string; value: string; way: OptionKind; also: readonly string[] }>({
      query: ({ id, value, way, also }) => {
        const query = new URLSearchParams({ value, way });
        for (const one of also) query.append('also', one);
        return `/projects/${id}/plan?${query.toString()}`;
      },
      providesTags: ['Survey'],
    }),
    mend: build.query<
      { document: MendDocument; patch: ChangedFile[] },
      { id: string; rule: string; file: string | null; line: number | null; name: string | null }
    >({
      query: ({ id, ...place }) => {
        const query = new URLSearchParams();
        for (const [name, what] of Object.entries(place)) if (what !== null) query.set(name, String(what));
        return `/projects/${id}/mend?${query.toString()}`;
      },
      providesTags: ['Survey'],
    }),
    applied: build.query<{ last: { at: string; says: string; files: string[] } | null }, string>({
      query: (id) => `/projects/${id}/applied`,
      providesTags: ['Applied'],
    }),
    apply: build.mutation<unknown, { id: string; of: object }>({
      query: ({ id, of }) => ({ url: `/projects/${id}/applied`, method: 'POST', body: of }),
      onQueryStarted: async ({ id }, { dispatch, queryFulfilled }) => {
        await queryFulfilled.then(
          () => dispatch(surveyAsked(id)),
          () => undefined,
        );
      },
      invalidatesTags: ['Applied'],
    }),
    takeBack: build.mutation<unknown, string>({
      query: (id) => ({ url: `/projects/${id}/applied`, method: 'DELETE' }),
      onQueryStarted: async (id, { dispatch, queryFulfilled }) => {
        await queryFulfilled.then(
          () => dispatch(surveyAsked(id)),
          () => undefined,
        );
      },
      invalidatesTags: ['Applied'],
    }),
    decisions: build.query<DecisionWithState[], string>({
      responseSchema: z.array(DecisionWithState),
      query: (id) => `/projects/${id}/decisions`,
      providesTags: ['Survey', 'Decisions'],
    }),
    decide: build.mutation<
      Decision,
      { id: string; value: string; way: OptionKind; also: readonly string[]; reason: string }
    >({
      query: ({ id, ...body }) => ({ url: `/projects/${id}/decisions`, method: 'POST', body }),
      invalidatesTags: ['Decisions'],
    }),
    dropDecision: build.mutation<unknown, { id: string; at: string }>({
      query: ({ id, at }) => ({ url: `/projects/${id}/decisions?at=${encodeURIComponent(at)}`, method: 'DELETE' }),
      invalidatesTags: ['Decisions'],
    }),
    thumb: build.query<Thumb, string>({ query: (id) => `/projects/${id}/thumb` }),
    keepThumb: build.mutation<Thumb, { id: string; thumb: Thumb; inFile?: boolean }>({
      // Sent to the end also where the page is left meanwhile.
      query: ({ id, thumb, inFile = false }) => ({
        url: `/projects/${id}/thumb`,
        method: 'PUT',
        body: { ...thumb, inFile },
        keepalive: true,
      }),
      // What was set is shown at once; the server only keeps it.
      onQueryStarted: async ({ id, thumb }, { dispatch, queryFulfilled }) => {
        const patch = dispatch(api.util.updateQueryData('thumb', id, () => thumb));
        await queryFulfilled.catch(() => patch.undo());
      },
    }),
    file: build.query<FileAnswer, { id: string; path: string }>({
      responseSchema: FileAnswer,
      query: ({ id, path }) => `/projects/${id}/file?path=${encodeURIComponent(path)}`,
      providesTags: ['Survey'],
    }),
  }),
});

export const {
  useRulesQuery,
  useProjectsQuery,
  useAddProjectMutation,
  useAddArchiveMutation,
  useRemoveProjectMutation,
  useFoldersQuery,
  useResurveyMutation,
  useCancelSurveyMutation,
  useTogetherQuery,
  useSurveyQuery,
  useTrailQuery,
  useWhyQuery,
  useAcceptedQuery,
  useAcceptMutation,
  useWithdrawMutation,
  useHistoryQuery,
  useHopsQuery,
  useHomesQuery,
  useWayEditsQuery,
  usePlanQuery,
  useWorthMovingQuery,
  useMendQuery,
  useAppliedQuery,
  useApplyMutation,
  useTakeBackMutation,
  useDecisionsQuery,
  useDecideMutation,
  useDropDecisionMutation,
  useThumbQuery,
  useKeepThumbMutation,
  useFileQuery,
} = api;

/** Whether the server wants to know first who asks. */
export function isLockedOut(error: unknown): boolean {
  return typeof error === 'object' && error !== null && 'status' in error && error.status === 401;
}

/** What an error says, in words. */
export function messageOf(error: unknown): string {
  if (typeof error === 'object' && error !== null && 'data' in error) {
    const { data } = error as { data: unknown };
    if (typeof data === 'object' && data !== null && 'error' in data) return String((data as { error: unknown }).error);
  }
  if (
    typeof error === 'object' &&
    error !== null &&
    'status' in error &&
    (error as { status: unknown }).status === 'FETCH_ERROR'
  )
    return 'The server does not answer. Start it again with npm start.';
  return 'Something went wrong.';
}
