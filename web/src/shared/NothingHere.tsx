import { Link } from 'react-router';
import { Empty } from './Waiting.js';

export function NothingHere() {
  return (
    <Empty title="Nothing is kept at this address">
      It may have been typed wrong, or what was here is gone. Go on from <Link to="/today">Today</Link>.
    </Empty>
  );
}
