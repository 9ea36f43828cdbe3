import { lazy, Suspense, useState } from 'react';
import { Frame, Frames } from './Frame';
import { Overlay } from './Overlay';
import { Sign } from './signs';
import { withSeason } from './withSeason';
import { Choice } from './Choice';
import { Ink } from './ink';

const Legend = lazy(() => import('./Legend'));

function Title({ text, season }) {
  return (
    <h1>
      {text.line}, {season.name}
    </h1>
  );
}

function Foot({ season, text }) {
  return (
    <small>
      {season.name} {text.line}
    </small>
  );
}

const SeasonTitle = withSeason(Title);
const SeasonFoot = withSeason(Foot);

export function App() {
  const [text, setText] = useState({ line: 'ferns' });
  const [over, setOver] = useState({ open: false });
  const [ink] = useState({ colour: 'green' });
  return (
    <Ink.Provider value={ink}>
      <SeasonTitle text={text} />
      <Frames head={<Sign kind="round" text={text} />}>
        <Frame label="first">
          <Sign kind="square" text={text} />
        </Frame>
        <Frame label="second" />
      </Frames>
      <Choice render={(chosen) => <Sign kind="square" text={chosen} />} onChoose={setText} />
      <Overlay over={over} onClose={() => setOver({ open: false })}>
        <Sign kind="round" text={text} />
      </Overlay>
      <button onClick={() => setOver({ open: true })}>over</button>
      <Suspense fallback={null}>
        <Legend text={text} />
      </Suspense>
      <SeasonFoot text={text} />
    </Ink.Provider>
  );
}
