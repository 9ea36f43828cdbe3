/** The projects known here, and two ways to add one: a folder of this machine, or an archive. */
import { Autocomplete, Button } from '@mantine/core';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  isLockedOut,
  messageOf,
  useAddArchiveMutation,
  useAddProjectMutation,
  useFoldersQuery,
  useProjectsQuery,
  useRemoveProjectMutation,
  type Project,
} from '../../api/api';
import { NoAnswer } from '../shared/NoAnswer';
import { when } from '../../project/when';
import { Foot } from '../../parts/Foot';
import { SchemeSwitch } from '../../parts/SchemeSwitch';
import styles from './ProjectsView.module.css';

/** Where a project's sources are, in words where the place itself means nothing to the user. */
const WHERE: Record<Project['kind'], string | null> = {
  folder: null,
  upload: 'unpacked from an archive',
  demo: 'a demo, shipped with Vectura',
};

export function ProjectsView() {
  const navigate = useNavigate();
  const { data: projects, error } = useProjectsQuery(undefined);
  const [add, adding] = useAddProjectMutation();
  const [upload, uploading] = useAddArchiveMutation();
  const [remove] = useRemoveProjectMutation();
  const [path, setPath] = useState('');
  const [over, setOver] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const { data: folders = [] } = useFoldersQuery(path, { skip: !path.startsWith('/') });

  if (isLockedOut(error)) return <NoAnswer error={error} />;

  const open = (project: Project): void => {
    void navigate(`/p/${project.id}/sheet`);
  };
  const addFolder = (): void => {
    void add(path.trim())
      .unwrap()
      .then(open)
      .catch(() => undefined);
  };
  const addFile = (chosen: File | undefined): void => {
    if (chosen)
      void upload(chosen)
        .unwrap()
        .then(open)
        .catch(() => undefined);
  };
  const refused = adding.error ?? uploading.error;

  return (
    <div className={styles.frame}>
      <header className={styles.head}>
        <Link to="/">Vectura</Link>
        <h1>Projects</h1>
        <SchemeSwitch />
      </header>
      <main className={styles.body}>
        <section
          className={over ? styles.over : styles.add}
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={(event) => {
            event.preventDefault();
            setOver(false);
            addFile(event.dataTransfer.files[0]);
          }}
        >
          <form
            onSubmit={(event) => {
              event.preventDefault();
              addFolder();
            }}
          >
            <label htmlFor="folder">A folder on this machine</label>
            <div className={styles.line}>
              <Autocomplete
                id="folder"
                className={styles.path}
                placeholder="/home/me/application"
                value={path}
                data={folders.filter((folder) => folder !== path)}
                onChange={setPath}
                limit={12}
                spellCheck={false}
              />
              <Button type="submit" variant="filled" loading={adding.isLoading} disabled={path.trim() === ''}>
                Read it
              </Button>
            </div>
            <p className="quiet">It is only ever read, never changed or run.</p>
          </form>
          <div>
            <label htmlFor="archive">Or an archive</label>
            <div className={styles.line}>
              <Button onClick={() => file.current?.click()} loading={uploading.isLoading}>
                Choose a .zip
              </Button>
              <span className="quiet">or drop one here</span>
            </div>
            <input
              id="archive"
              ref={file}
              type="file"
              accept=".zip,application/zip"
              className={styles.file}
              onChange={(event) => addFile(event.currentTarget.files?.[0])}
            />
          </div>
        </section>
        {refused && (
          <p className={styles.refused} role="alert">
            {messageOf(refused)}
          </p>
        )}
        {error && <p role="alert">{messageOf(error)}</p>}
        <table className={styles.list}>
          <thead>
            <tr>
              <th>project</th>
              <th>where</th>
              <th className={styles.number}>components</th>
              <th className={styles.number}>cells</th>
              <th className={styles.number}>findings</th>
              <th>read</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {projects?.map((project) => (
              <tr key={project.id}>
                <td>
                  <Link to={`/p/${project.id}/sheet`}>{project.name}</Link>
                </td>
                <td className={styles.root} title={project.root}>
                  <bdi>{WHERE[project.kind] ?? project.root}</bdi>
                </td>
                <td className={styles.number}>{project.last?.components ?? '–'}</td>
                <td className={styles.number}>{project.last?.cells ?? '–'}</td>
                <td className={styles.number}>{project.last?.findings ?? '–'}</td>
                <td className="quiet">
                  {project.job.state === 'running'
                    ? 'being read'
                    : project.last
                      ? when(project.last.finishedAt)
                      : 'not yet'}
                </td>
                <td className={styles.number}>
                  {project.kind !== 'demo' && (
                    <button
                      type="button"
                      className="plain"
                      title="Forget this project; its folder stays as it is"
                      onClick={() => void remove(project.id)}
                    >
                      forget
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </main>
      <Foot keys={[]}>
        A survey reads sources; tests, stories, build output and what .gitignore names are left out.
      </Foot>
    </div>
  );
}
