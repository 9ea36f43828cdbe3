import { useFeed } from '../shared/feed';

export function FeedStatus() {
  const { age, restart } = useFeed();
  return (
    <span>
      feed {age} s old <button onClick={restart}>restart</button>
    </span>
  );
}
