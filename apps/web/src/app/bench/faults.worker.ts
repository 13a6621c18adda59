/// <reference lib="webworker" />
import { scanFaults } from '@saddle/core/instruments';
import type { Bench } from '@saddle/core/model';

addEventListener('message', ({ data }: MessageEvent<{ bench: Bench; face: { deviceId: string; face: 'upper' | 'lower' } }>) => {
  const result = scanFaults(data.bench, data.face.deviceId, data.face.face, (done) => postMessage({ done }));
  postMessage({ result });
});
