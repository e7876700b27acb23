import { expect } from 'chai';
import { keyOf } from '../../core/sites/layout.ts';
import { drawingOf, drawnOf } from './drawing.ts';
import { type Desk, openDesk, type Stroke, stroke, thingBetween } from './drawingDesk.ts';

const bare = {
  strings: [],
  drawing: { origin: { row: 0, column: 0 }, toRidge: null, toEave: null, things: [], fitted: [] },
};
const desk = openDesk(drawingOf({ rows: 2, columns: 3, missing: [], ...bare }));
const desked = (...strokes: Stroke[]): Desk => strokes.reduce(stroke, desk);
const at = (row: number, column: number) => ({ row, column });
const modules = ({ history }: Desk): number => history.now.modules.size;

describe('the drawing desk', () => {
  it('a frame lays modules, and says how many were new', () => {
    const drawn = desked({ do: 'frame', from: at(0, 0), to: at(2, 3) });
    expect(modules(drawn)).to.equal(12);
    expect(drawn.said).to.equal('6 modules laid');
  });

  it('a press turns one place over', () => {
    const once = desked({ do: 'frame', from: at(0, 0), to: at(0, 0) });
    expect([modules(once), once.said]).to.deep.equal([5, '1 module taken away']);
    expect(modules(stroke(once, { do: 'press' }))).to.equal(6);
  });

  it('a frame of the other tool takes away', () => {
    const less = desked({ do: 'take-tool', tool: 'take' }, { do: 'frame', from: at(0, 0), to: at(1, 0) });
    expect(modules(less)).to.equal(4);
    expect(stroke(less, { do: 'frame', from: at(0, 0), to: at(1, 0) }).said).to.equal('No module lies there.');
  });

  it('Shift and the arrows choose, and the chosen modules are moved', () => {
    const moved = desked({ do: 'go', by: at(1, 0), extend: true }, { do: 'shift', by: at(3, 0) });
    expect([...moved.selected].sort()).to.deep.equal([keyOf(at(3, 0)), keyOf(at(4, 0))]);
    expect(drawnOf(moved.history.now)).to.deep.include({ rows: 5, columns: 3 });
  });

  it('says why nothing moves', () => {
    expect(desked({ do: 'shift', by: at(0, 1) }).said).to.equal('Choose modules first.');
    const stuck = desked({ do: 'go', by: at(1, 0), extend: true }, { do: 'shift', by: at(0, 1) });
    expect([stuck.said, stuck.history.past]).to.deep.equal(['Other modules lie there already. Nothing was moved.', []]);
  });

  it('pastes where the keys stand, and not onto other modules', () => {
    const places = [at(0, 0), at(0, 2)];
    expect(desked({ do: 'paste', places }).said).to.match(/^Other modules lie there already/);
    const pasted = desked({ do: 'go', by: at(4, 1), extend: false }, { do: 'paste', places });
    expect([...pasted.selected]).to.deep.equal([keyOf(at(4, 1)), keyOf(at(4, 3))]);
    expect(desked({ do: 'paste', places: [] }).said).to.match(/no modules to paste/);
  });

  it('lays a block of rows and columns', () => {
    const laid = desked({ do: 'go', by: at(0, 4), extend: false }, { do: 'block', rows: 2, columns: 5 });
    expect(drawnOf(laid.history.now)).to.deep.include({ rows: 2, columns: 9, missing: [3, 12] });
  });

  it('makes a string of what is chosen, out of any other', () => {
    const wired = desked(
      { do: 'select-all' },
      { do: 'wire' },
      { do: 'let-go' },
      { do: 'go', by: at(1, 0), extend: true },
      { do: 'wire' },
    );
    expect(drawnOf(wired.history.now)?.strings).to.deep.equal([
      { name: 'String 1', modules: [1, 2, 4, 5] },
      { name: 'String 2', modules: [0, 3] },
    ]);
    expect(desked({ do: 'wire' }).said).to.equal('Choose the modules of the string first.');
  });

  it('refuses a string that is longer than any', () => {
    const long = desked({ do: 'frame', from: at(0, 0), to: at(5, 11) }, { do: 'select-all' }, { do: 'wire' });
    expect([long.history.now.strings, long.said]).to.deep.equal([
      [],
      'A string has at most 60 modules; 72 are chosen.',
    ]);
  });

  it('gives every string of a chosen module its inverter and electronics, and takes them back', () => {
    const wired = desked({ do: 'go', by: at(0, 1), extend: true }, { do: 'wire' });
    const fed = [{ do: 'equip', inverter: 'Shed' } as const, { do: 'equip', electronics: 'module' } as const];
    const equipped = fed.reduce(stroke, wired);
    const strings = drawnOf(equipped.history.now)?.strings;
    expect(strings).to.deep.equal([{ name: 'String 1', modules: [0, 1], inverter: 'Shed', electronics: 'module' }]);
    const back = stroke(equipped, { do: 'equip', inverter: undefined });
    expect(drawnOf(back.history.now)?.strings[0]?.inverter).to.equal(undefined);
    expect(stroke(desk, { do: 'equip', inverter: 'Shed' }).said).to.equal('Choose modules that are in a string first.');
  });

  it('chooses the modules of a string by its name', () => {
    const wired = desked({ do: 'go', by: at(0, 1), extend: true }, { do: 'wire' }, { do: 'let-go' });
    expect([...stroke(wired, { do: 'choose-string', at: 0 }).selected]).to.deep.equal(['0,0', '0,1']);
  });

  it('undoes and does again', () => {
    const laid = desked({ do: 'frame', from: at(0, 0), to: at(3, 3) }, { do: 'undo' });
    expect(modules(laid)).to.equal(6);
    expect(modules(stroke(laid, { do: 'redo' }))).to.equal(16);
  });

  it('puts a thing in metres, and changes or removes it', () => {
    const vent = thingBetween('obstacle', { x: 2.04, y: 3 }, { x: 1, y: 3.51 });
    expect(vent).to.deep.equal({ kind: 'obstacle', x: 1, y: 3, width: 1, height: 0.5, label: '' });
    const put = desked({ do: 'put-thing', thing: vent }, { do: 'change-thing', at: 0, change: { label: 'vent' } });
    expect(put.history.now.things).to.deep.equal([{ ...vent, label: 'vent' }]);
    expect(stroke(put, { do: 'remove-thing', at: 0 }).history.now.things).to.deep.equal([]);
  });

  it('a press puts an obstacle of the usual size, or a point', () => {
    const pressed = { x: 1.234, y: -0.55 };
    expect(thingBetween('obstacle', pressed, pressed)).to.deep.include({ width: 1, height: 1 });
    expect(thingBetween('stand', pressed, pressed)).to.deep.include({ x: 1.2, width: 0 });
  });
});
