import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { Sheet } from '../ui/index.js';
import { pathOfCode } from './pathOfCode.js';

/** Reads a label with the camera and opens what it is on. */
export function ScanSheet({ onClose }: { onClose: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const navigate = useNavigate();
  const [says, setSays] = useState('Looking for the camera …');
  useEffect(() => {
    let stop: (() => void) | null = null;
    let wanted = true;
    void (async () => {
      try {
        const { BrowserQRCodeReader } = await import('@zxing/browser');
        const reader = new BrowserQRCodeReader();
        const controls = await reader.decodeFromVideoDevice(undefined, video.current!, (result) => {
          const path = result && pathOfCode(result.getText());
          if (path) {
            void navigate(path);
            onClose();
          } else if (result) setSays('That code is none of a tray or a job of this shop.');
        });
        if (wanted) {
          stop = () => controls.stop();
          setSays('Hold the code of the label before the camera.');
        } else controls.stop();
      } catch {
        if (wanted) setSays('No camera is allowed here. Type the number on the label into Find (Ctrl K).');
      }
    })();
    return () => {
      wanted = false;
      stop?.();
    };
  }, [navigate, onClose]);
  return (
    <Sheet title="Scan a label" onClose={onClose}>
      <video ref={video} muted playsInline className="aspect-video w-full bg-black" />
      <p role="status" className="mt-2">
        {says}
      </p>
    </Sheet>
  );
}
