/** The frame around every view of a project: the views in the order in which people work, and what is found by typing. */
import { Suspense, useEffect, useMemo } from 'react';
import { Link, NavLink, Outlet, useParams } from 'react-router';
import { Note } from '../parts/Note';
import { SchemeSwitch } from '../parts/SchemeSwitch';
import { VIEWS } from '../views/registry';
import { Finder } from './Finder';
import { NoAnswer } from '../views/shared/NoAnswer';
import { KeysOverlay } from './KeysOverlay';
import { findingName, messageOf, useAcceptedQuery, useProjectsQuery, useSurveyQuery } from '../api/api';
import { show } from '../project/desk';
import { useJob } from '../project/useJob';
import { isTyping } from '../parts/useKeys';
import { useAppDispatch, useAppSelector } from '../project/store';
import { Surveying } from './Surveying';
import styles from './ProjectFrame.module.css';

export function ProjectFrame() {
  const { project: id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { data: projects, error: projectsError } = useProjectsQuery(undefined);
  const survey = useSurveyQuery(id);
  const job = useJob(id);
  const overlay = useAppSelector((state) => state.desk.overlay);
  const { data: accepted } = useAcceptedQuery(id);
  const left = useMemo(() => {
    const names = new Set(accepted?.map(findingName));
    return survey.data?.findings.filter((finding) => !names.has(findingName(finding))).length ?? 0;
  }, [accepted, survey.data]);
  const project = projects?.find((p) => p.id === id);

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        dispatch(show('finder'));
      } else if (event.key === '?' && !isTyping(event.target)) dispatch(show('keys'));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch]);

  if (projectsError) return <NoAnswer error={projectsError} />;
  if (projects && !project)
    return (
      <Note title="There is no such project here">
        <p>
          It may have been removed. <Link to="/projects">Choose another project</Link>.
        </p>
      </Note>
    );

  return (
    <div className={styles.frame}>
      <header className={styles.head}>
        <Link to={`/p/${id}/sheet`} className={styles.name}>
          Vectura
        </Link>
        <nav aria-label="Views">
          {VIEWS.map((view) => (
            <NavLink
              key={view.path}
              to={`/p/${id}/${view.path}`}
              className={({ isActive }) => (isActive ? styles.here : styles.view)}
            >
              {view.label}
              {view.path === 'findings' && survey.data && <span className={styles.count}>{left}</span>}
            </NavLink>
          ))}
        </nav>
        <SchemeSwitch />
        <Link to="/projects" className={styles.project} title={project?.root}>
          {survey.data?.project.name ?? project?.name ?? ''}
        </Link>
        <button type="button" className={styles.find} onClick={() => dispatch(show('finder'))}>
          Find<span className={styles.what}> a component or value</span> <kbd>Ctrl K</kbd>
        </button>
      </header>
      {job.state !== 'idle' && survey.data ? <Surveying id={id} job={job} slim /> : null}
      {survey.data ? (
        <Suspense fallback={<Note title="Opening …" />}>
          <Outlet context={{ id, document: survey.data }} />
        </Suspense>
      ) : job.state === 'running' || survey.isLoading ? (
        <Surveying id={id} job={job} />
      ) : (
        <Note title="The project could not be surveyed">
          <p>{job.error ?? (survey.error ? messageOf(survey.error) : '')}</p>
          <p>
            Fix that and survey it again, or <Link to="/projects">choose another project</Link>.
          </p>
        </Note>
      )}
      {survey.data && overlay === 'finder' && <Finder id={id} document={survey.data} />}
      {overlay === 'keys' && <KeysOverlay />}
    </div>
  );
}
