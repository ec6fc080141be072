import { randomUUID } from 'node:crypto';
import { signedArea } from '@ashstep/core/geometry';
import { type Picture, squareUpRows, squaredFrame } from '@ashstep/core/survey';
import sharp, { type Sharp } from 'sharp';
import { ROOF, type Scene, ruleEnds, takePicture, tapedCorners } from '../demo/pictures.js';
import { finishedRepair, newRepair } from '../testing/repairs.js';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';

describe('photographs', () => {
  let server: TestServer;
  let base: string;
  let tech: TestClient;
  let inspector: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
    inspector = await new TestClient(base).signIn('inspector');
  });
  afterAll(() => server.stop());

  const plain = (): Sharp => sharp({ create: { width: 60, height: 40, channels: 3, background: '#884422' } });
  const put = (repairId: string, bytes: Buffer, id = randomUUID(), name = 'Roof, from above'): Promise<TestReply> =>
    tech.sendBytes('PUT', `/api/repairs/${repairId}/photos/${id}?name=${encodeURIComponent(name)}`, bytes);

  it('are turned upright and keep nothing but the picture: no place, no camera', async () => {
    const { id } = await newRepair(tech);
    const sent = await plain()
      .withExif({ IFD0: { Make: 'camera' }, IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const before = await sharp(sent).metadata();
    expect([before.exif === undefined, before.orientation]).toEqual([false, 6]);
    const [photo] = (await put(id, sent)).body;
    expect([photo.widthPx, photo.heightPx]).toEqual([40, 60]);
    const reply = await tech.send('GET', `/api/repairs/${id}/photos/${photo.id}`);
    expect(reply.headers.get('content-type')).toBe('image/jpeg');
    const kept = await sharp(reply.body as Buffer).metadata();
    expect([kept.exif, kept.xmp, kept.iptc, kept.orientation]).toEqual([undefined, undefined, undefined, undefined]);
    expect((await tech.send('GET', `/api/repairs/${id}`)).body.events.at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'photo-added', detail: { name: 'Roof, from above' } }),
    );
  });

  it('may be PNG, are kept once however often sent, and come no larger than of use', async () => {
    const { id } = await newRepair(tech);
    const photoId = randomUUID();
    const wide = await sharp({ create: { width: 6000, height: 300, channels: 4, background: '#00000000' } })
      .png()
      .toBuffer();
    await put(id, wide, photoId);
    const { body } = await put(id, wide, photoId);
    expect(body.length).toBe(1);
    expect([body[0].widthPx, body[0].heightPx]).toEqual([4096, 205]);
  });

  it('taken while there was no network have the time they were taken, and are kept once', async () => {
    const { id } = await newRepair(tech);
    const [photoId, bytes] = [randomUUID(), new Uint8Array(await plain().jpeg().toBuffer())];
    const send = (): Promise<TestReply> => tech.request('PUT', `/api/repairs/${id}/photos/${photoId}?name=Ply%201`, bytes, { 'Content-Type': 'image/jpeg', 'Command-Id': photoId, 'Command-Age': String(3_600_000) }); // prettier-ignore
    await send();
    const { body } = await send();
    expect(body.length).toBe(1);
    const ageMs = Date.now() - Date.parse(body[0].at);
    expect(Math.abs(ageMs - 3_600_000)).toBeLessThan(60_000);
  });

  it('are refused with what to do: HEIC, other files, cut short, nothing, too big', async () => {
    const { id } = await newRepair(tech);
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(60)]);
    const whole = await plain().jpeg().toBuffer();
    const cases: [Buffer, number, string][] = [
      [heic, 415, 'heic'],
      [Buffer.from('%PDF-1.7 not a picture'), 415, 'not-a-picture'],
      [whole.subarray(0, 200), 422, 'unreadable-picture'],
      [Buffer.alloc(0), 422, 'no-picture'],
      [Buffer.alloc(26 * 1024 * 1024, 0xff), 413, 'too-large'],
    ];
    for (const [bytes, status, code] of cases) {
      const reply = await put(id, bytes);
      expect([reply.status, reply.body.code]).toEqual([status, code]);
    }
    expect((await put(id, whole, randomUUID(), ' ')).status).toBe(422);
    expect((await put(randomUUID(), whole)).status).toBe(404);
    expect((await tech.send('GET', `/api/repairs/${id}/photos`)).body).toEqual([]);
    expect((await tech.send('GET', `/api/repairs/${id}/photos/${randomUUID()}`)).status).toBe(404);
  });

  it('go with the record by their hash, and a sealed job’s stay', async () => {
    const repair = await finishedRepair(tech, inspector);
    const [photo] = (await put(repair.id, await plain().jpeg().toBuffer())).body;
    const gone = (await put(repair.id, await plain().png().toBuffer())).body.at(-1);
    expect((await tech.send('DELETE', `/api/repairs/${repair.id}/photos/${gone.id}`)).body.length).toBe(1);
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, {
      password: 'a long test password',
      meaning: 'I inspected and accept',
    });
    expect((await tech.send('GET', `/api/repairs/${repair.id}/record.json`)).body.body.photos).toEqual([photo]);
    expect((await tech.send('DELETE', `/api/repairs/${repair.id}/photos/${photo.id}`)).body.code).toBe('sealed');
    expect((await put(repair.id, await plain().jpeg().toBuffer())).body.code).toBe('sealed');
  });

  it('of a sealed revision stay in the next, beside those taken since', async () => {
    const repair = await finishedRepair(tech, inspector);
    const [photo] = (await put(repair.id, await plain().jpeg().toBuffer())).body;
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, {
      password: 'a long test password',
      meaning: 'I inspected and accept',
    });
    await inspector.send('POST', `/api/repairs/${repair.id}/amend`, { reason: 'A photograph was missing' });
    const added = (await put(repair.id, await plain().png().toBuffer())).body.find(
      ({ id }: { id: string }) => id !== photo.id,
    );
    expect((await tech.send('DELETE', `/api/repairs/${repair.id}/photos/${photo.id}`)).body.code).toBe('sealed');
    expect((await tech.send('DELETE', `/api/repairs/${repair.id}/photos/${added.id}`)).body).toEqual([photo]);
  });

  it('give back the true hole of the demo’s roof, traced on the squared-up picture, within 1 %', async () => {
    const { data, info } = await sharp(await takePicture(ROOF))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const source: Picture = { widthPx: info.width, heightPx: info.height, rgba: new Uint8ClampedArray(data) };
    const { widthMm, heightMm } = ROOF.tape;
    const frame = squaredFrame({ corners: tapedCorners(ROOF), widthMm, heightMm }, source);
    const squared: Picture = {
      widthPx: frame.widthPx,
      heightPx: frame.heightPx,
      rgba: new Uint8ClampedArray(4 * frame.widthPx * frame.heightPx),
    };
    squareUpRows(source, frame, squared, 0, frame.heightPx);
    const green = (x: number, y: number): number =>
      squared.rgba[
        4 *
          (Math.floor((frame.minYMm + frame.heightMm - y) * frame.pxPerMm) * frame.widthPx +
            Math.floor((x - frame.minXMm) * frame.pxPerMm)) +
          1
      ]!;
    const traced = trace(ROOF, green);
    const truth = (Math.PI * ROOF.hole.lengthMm * ROOF.hole.widthMm) / 4;
    expect(Math.abs(signedArea(traced) / truth - 1)).toBeLessThan(0.01);
    const [from, to] = ruleEnds(ROOF);
    expect(Math.hypot(to.xPx - from.xPx, to.yPx - from.yPx)).toBeGreaterThan(400);
  });
});

/** Follows the edge of the hole outwards from its middle, between the cracks. */
function trace({ hole, tape, rays }: Scene, green: (x: number, y: number) => number): { x: number; y: number }[] {
  const clear = (turnedDeg: number): boolean =>
    rays.every((ray) => Math.abs(((turnedDeg - ray.turnedDeg + 540) % 360) - 180) > 6);
  const turns = Array.from({ length: 360 }, (_, turnedDeg) => turnedDeg).filter(clear);
  return turns.map((turnedDeg) => {
    const [cos, sin] = [Math.cos((turnedDeg * Math.PI) / 180), Math.sin((turnedDeg * Math.PI) / 180)];
    const dark = (reach: number): boolean =>
      [0, 0.7, 1.4].some(
        (more) => green(hole.x - tape.x + (reach + more) * cos, hole.y - tape.y + (reach + more) * sin) < 97,
      );
    let reach = 10;
    while (dark(reach)) reach += 0.1;
    return { x: reach * cos, y: reach * sin };
  });
}
