import { useRef, useState } from 'react';

/** Held-to-talk: a sound is recorded for as long as it is held. */
export function useRecorder(onSound: (file: Blob) => void) {
  const recorder = useRef<MediaRecorder | null>(null);
  const [recording, setRecording] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const held = useRef(false);
  const begin = async () => {
    held.current = true;
    setTrouble(null);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const parts: Blob[] = [];
      const made = new MediaRecorder(stream);
      made.ondataavailable = (e) => void parts.push(e.data);
      made.onstop = () => {
        stream.getTracks().forEach((t) => t.stop());
        setRecording(false);
        if (parts.length > 0) onSound(new Blob(parts, { type: made.mimeType }));
      };
      made.start();
      recorder.current = made;
      setRecording(true);
      // Let go before the microphone was there.
      if (!held.current) made.stop();
    } catch {
      setTrouble('This device gives no microphone here.');
    }
  };
  const end = () => {
    held.current = false;
    if (recorder.current?.state === 'recording') recorder.current.stop();
  };
  return { recording, trouble, begin, end };
}
