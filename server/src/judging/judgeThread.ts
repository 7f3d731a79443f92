import type { JobFileReading } from '@tribos/core';
import { judgeTask, readTask, type Judged, type JudgeTask } from './judgeTask.js';

/** What a thread of the pool does with a job. */
export const judge = (task: JudgeTask): Judged => judgeTask(task);
/** What a thread of the pool does with a file that was sent. */
export const read = (text: string): JobFileReading => readTask(text);
