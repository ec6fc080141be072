import { LineError, formatLine, parseLine } from './line.js';

describe('a line of an instrument', () => {
  it('is taken apart into what it tells', () => {
    expect(parseLine('HELLO id=s1 kind=scale name="Bench scale 2" calibrated=2026-03-01 simulated=yes')).toEqual({ verb: 'HELLO', id: 's1', kind: 'scale', name: 'Bench scale 2', calibrated: '2026-03-01', simulated: true }); // prettier-ignore
    expect(parseLine('READ id=s1 quantity=mass value=45.62 unit=g state=moving battery=83')).toEqual({ verb: 'READ', id: 's1', quantity: 'mass', value: [45.62], unit: 'g', state: 'moving', battery: 83 }); // prettier-ignore
    expect(parseLine('READ id=c quantity=colour value=63.2,-4.1,12 unit=Lab state=stable')).toEqual(jasmine.objectContaining({ value: [63.2, -4.1, 12] })); // prettier-ignore
    expect(parseLine('  TARE   id=s1  \r')).toEqual({ verb: 'TARE', id: 's1' });
  });

  it('comes back the same from what is sent, with blanks, quotes and backslashes in a name', () => {
    for (const text of [
      'HELLO id=s1 kind=air name="By the \\"big\\" door \\\\ left"',
      'READ id=ir quantity=surface-temperature value=41.5 unit=C state=stable',
      'CALIBRATE id=s1 value=200',
      'OK id=s1 did=tare',
      'ERROR id=m why="battery flat"',
      'BYE id=m',
    ])
      expect(formatLine(parseLine(text))).toBe(text);
    expect(formatLine({ verb: 'PLAY', id: 's1', value: 1e-7 })).toBe('PLAY id=s1 value=0');
  });

  it('is refused with what is wrong of it', () => {
    const wrong: [string, RegExp][] = [
      ['', /no known word/],
      ['GET / HTTP/1.1', /no known word/],
      ['READ id=s1', /quantity/],
      ['READ id=s1 quantity=mass value=45,6 unit=g state=stable', /has 1 figure/],
      ['READ id=s1 quantity=mass value=1.6 unit=oz state=stable', /told in g/],
      ['READ id=s1 quantity=mass value=NaN unit=g state=stable', /figure/],
      ['READ id=s1 quantity=mass value=1e9 unit=g state=stable', /figure/],
      ['READ id=s1 quantity=humidity value=104 unit=% state=stable', /between 1 and 100/],
      ['READ id=s1 quantity=mass value=1 unit=g state=stable battery=120', /battery/],
      ['READ id=s1 id=s2 quantity=mass value=1 unit=g state=stable', /twice/],
      ['HELLO id=../x kind=scale name=x', /id/],
      ['HELLO id=x kind=scale name="open', /name=value/],
      ['HELLO id=x kind=scale name=x calibrated=2026-02-30', /calibrated/],
      [`ERROR id=x why="${'y'.repeat(500)}"`, /longer/],
    ];
    for (const [text, why] of wrong)
      expect(() => parseLine(text)).withContext(text.slice(0, 60)).toThrowMatching((error: Error) => error instanceof LineError && why.test(error.message)); // prettier-ignore
  });
});
