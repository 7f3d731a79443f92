/** Apart from `job`, so that the frame of every page says what waits without bringing the judgement along. */
export {
  discard,
  onAnswered,
  post,
  sendFor,
  tellAnswered,
  useOutbox,
  useWaitingOf,
  type Waiting,
} from './outbox.js';
export { beginTimer, endHere, sendTimersFor, useBegunHere, type BegunHere } from './timerQueue.js';
export { keepPhoto, sendPhotosFor, throwAway, useQueued, type Queued } from './photoQueue.js';
