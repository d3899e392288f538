// Files brought in: how time grows with their size, in one run.
import { simplifyTrack } from '@vernal-slope/core/survey';
import { readTracks, trackLegs } from '@vernal-slope/plan/formats';
import { line } from './report.ts';

/** A GPX of so many points along a wandering way. */
function gpx(points: number): string {
  const list = Array.from(
    { length: points },
    (_, k) =>
      `<trkpt lat="${(44 + k * 1e-6 + Math.sin(k / 50) * 1e-4).toFixed(7)}" lon="${(6 + k * 1e-6).toFixed(7)}"><ele>${(700 + Math.sin(k / 900) * 20).toFixed(2)}</ele><time>2026-01-01T00:00:00Z</time></trkpt>`,
  );
  return `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${list.join('\n')}</trkseg></trk></gpx>`;
}

const once = (call: () => void): number => {
  const begun = performance.now();
  call();
  return performance.now() - begun;
};

export function filesBench(): void {
  const zigzag = (n: number): number => {
    const points = Array.from({ length: n }, (_, k) => ({ x: k, y: k % 2 === 0 ? 5 : -5 }));
    return once(() => void simplifyTrack(points, 1));
  };
  zigzag(2000);
  const [few, many] = [zigzag(5000), zigzag(20_000)];
  line(
    'zigzag of 20,000 points thinned, over one of 5,000',
    `${(many / few).toFixed(1)} times`,
    'about 4; its square is 16',
  );
  line('  of 20,000', `${many.toFixed(0)} ms`);
  const text = gpx(500_000);
  let read = 0;
  const took = once(() => {
    const { tracks } = readTracks(text, 'way');
    read = trackLegs(tracks[0], 2).points;
  });
  line(
    `GPX of ${read.toLocaleString('en')} points (${(text.length / 1e6).toFixed(0)} MB) to legs`,
    `${(took / 1000).toFixed(1)} s`,
  );
}
