import { Camera, Mic } from 'lucide-react';
import { Button, FileButton } from '../ui/index.js';
import type { useTaking } from './useTaking.js';

/** Camera and held-to-talk, side by side. */
export function TakeButtons({ taking: { take, recorder } }: { taking: ReturnType<typeof useTaking> }) {
  return (
    <span className="flex flex-wrap items-center gap-2">
      <FileButton
        label="Photos from the camera or this device"
        accept="image/*"
        several
        onFiles={(files) => void take(files)}
      >
        <Camera size={18} aria-hidden="true" /> Photo
      </FileButton>
      <Button
        aria-pressed={recorder.recording}
        onPointerDown={() => void recorder.begin()}
        onPointerUp={recorder.end}
        onPointerLeave={recorder.end}
        onKeyDown={(e) => {
          if (e.key === ' ' && !e.repeat) void recorder.begin();
        }}
        onKeyUp={(e) => {
          if (e.key === ' ') recorder.end();
        }}
      >
        <Mic size={18} aria-hidden="true" /> {recorder.recording ? 'Listening …' : 'Hold to talk'}
      </Button>
    </span>
  );
}

/** What taking says of itself. */
export function TakingSays({ taking: { working, recorder } }: { taking: ReturnType<typeof useTaking> }) {
  return (
    <>
      {recorder.trouble && (
        <p role="alert" className="text-undecided">
          {recorder.trouble}
        </p>
      )}
      {working > 0 && <p role="status">Making {working} smaller …</p>}
    </>
  );
}
