// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { NumberField } from './numberField';
import { SortTable, type Column } from './sortTable';
import { NameField } from './textField';
import { WordChoice, WordSwitch } from './words';

afterEach(cleanup);

describe('a number typed by hand', () => {
  const field = (onValue = vi.fn()) => {
    render(<NumberField label="Turn" value={2} min={-45} max={45} step={0.1} onValue={onValue} />);
    return { input: screen.getByRole('textbox', { name: 'Turn' }), onValue };
  };
  test('is taken when Enter is pressed, with a comma as with a point', async () => {
    const { input, onValue } = field();
    await userEvent.clear(input);
    await userEvent.type(input, '3,5{Enter}');
    expect(onValue).toHaveBeenCalledWith(3.5);
  });
  test('is taken when the field is left', async () => {
    const { input, onValue } = field();
    await userEvent.clear(input);
    await userEvent.type(input, '-7');
    await userEvent.tab();
    expect(onValue).toHaveBeenCalledExactlyOnceWith(-7);
  });
  test.each(['', 'seven', '46', '-99'])('what is no number in range goes back: "%s"', async (typed) => {
    const { input, onValue } = field();
    await userEvent.clear(input);
    if (typed) await userEvent.type(input, typed);
    await userEvent.tab();
    expect(onValue).not.toHaveBeenCalled();
    expect(input).toHaveProperty('value', '2');
  });
});

test('a name is kept when its field is left, trimmed; an empty one is not', async () => {
  const onText = vi.fn();
  render(<NameField label="Name" value="Pot" most={40} onText={onText} />);
  const input = screen.getByRole('textbox', { name: 'Name' });
  await userEvent.clear(input);
  await userEvent.tab();
  expect(onText).not.toHaveBeenCalled();
  await userEvent.type(input, '  Enamel pot ');
  await userEvent.tab();
  expect(onText).toHaveBeenCalledExactlyOnceWith('Enamel pot');
});

describe('words to choose by', () => {
  function Unit() {
    const [unit, setUnit] = useState('mm');
    const options = [['mm', 'mm'] as const, ['inches', 'inches'] as const];
    return <WordChoice label="Unit" options={options} value={unit} onChoose={setUnit} />;
  }
  const pressed = () =>
    screen.getAllByRole('button').map((button) => [button.textContent, button.getAttribute('aria-pressed')]);
  test('one holds, by pointer and by key; the one that holds cannot be let go', async () => {
    render(<Unit />);
    expect(screen.getByRole('group', { name: 'Unit' })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'inches' }));
    expect(pressed()).toEqual([
      ['mm', 'false'],
      ['inches', 'true'],
    ]);
    await userEvent.click(screen.getByRole('button', { name: 'inches' }));
    expect(pressed()[1]).toEqual(['inches', 'true']);
    screen.getByRole('button', { name: 'mm' }).focus();
    await userEvent.keyboard(' ');
    expect(pressed()[0]).toEqual(['mm', 'true']);
  });
  test('a switch says which way it goes', async () => {
    const onSwitch = vi.fn();
    render(
      <WordSwitch on={false} onSwitch={onSwitch}>
        Mirror
      </WordSwitch>,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Mirror', pressed: false }));
    expect(onSwitch).toHaveBeenCalledWith(true);
  });
});

describe('a sortable table', () => {
  const rows = [
    { id: 1, name: 'Wall', off: 0.4 },
    { id: 2, name: 'Ledge', off: 1.2 },
    { id: 3, name: 'pot', off: -0.9 },
  ];
  const columns: Column<(typeof rows)[number]>[] = [
    { name: 'Mass', show: ({ name }) => name, by: ({ name }) => name },
    { name: 'off', show: ({ off }) => off.toFixed(1), by: ({ off }) => Math.abs(off), number: true },
  ];
  const names = () => screen.getAllByRole('rowheader').map((cell) => cell.textContent);
  const head = (name: string) => screen.getByRole('columnheader', { name: new RegExp(`^${name}`) });
  const press = (name: string) => userEvent.click(within(head(name)).getByRole('button'));
  test('begins in its order, turns round at a press, and says so', async () => {
    render(
      <SortTable
        label="Masses"
        rows={rows}
        columns={columns}
        idOf={({ id }) => id}
        first={{ column: 1, down: true }}
      />,
    );
    expect(names()).toEqual(['Ledge', 'pot', 'Wall']);
    expect(head('off').getAttribute('aria-sort')).toBe('descending');
    await press('off');
    expect(names()).toEqual(['Wall', 'pot', 'Ledge']);
    expect(head('off').getAttribute('aria-sort')).toBe('ascending');
    expect(head('Mass').getAttribute('aria-sort')).toBe('none');
  });
  test('words go from A to Z first, numbers from the largest; there is always an order', async () => {
    render(
      <SortTable
        label="Masses"
        rows={rows}
        columns={columns}
        idOf={({ id }) => id}
        first={{ column: 1, down: true }}
      />,
    );
    await press('Mass');
    expect(names()).toEqual(['Ledge', 'pot', 'Wall']);
    await press('Mass');
    expect(names()).toEqual(['Wall', 'pot', 'Ledge']);
    await press('Mass');
    expect(names()).toEqual(['Ledge', 'pot', 'Wall']);
    await press('off');
    expect(names()).toEqual(['Ledge', 'pot', 'Wall']);
  });
  test('a row can be chosen, by its name', async () => {
    const onChoose = vi.fn();
    render(
      <SortTable
        label="Masses"
        rows={rows}
        columns={columns}
        idOf={({ id }) => id}
        first={{ column: 1, down: true }}
        chosen={3}
        onChoose={onChoose}
      />,
    );
    expect(screen.getByRole('button', { name: 'pot', pressed: true })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Wall' }));
    expect(onChoose).toHaveBeenCalledWith(rows[0]);
  });
});
