import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Graduated } from './Graduated';

const onMl = jest.fn();
const show = (ml: number, maxMl = 800): HTMLElement => {
  onMl.mockClear();
  render(<Graduated label="Base, amount" ml={ml} maxMl={maxMl} stepMl={5} colour="#a33" locked={false} onMl={onMl} />);
  return screen.getByRole('slider', { name: 'Base, amount' });
};

it('is set by the arrow keys, a page at a time, and to either end', async () => {
  show(200).focus();
  await userEvent.keyboard('{ArrowUp}{ArrowDown}{PageUp}{Home}{End}{Tab}');
  expect(onMl.mock.calls.map(([ml]: number[]) => ml)).toEqual([205, 195, 250, 0, 800]);
});

it('never sets more than there is, nor less than nothing', async () => {
  show(797, 798).focus();
  await userEvent.keyboard('{ArrowUp}');
  expect(onMl).toHaveBeenLastCalledWith(798);
});

it('is drawn to where the finger is, and only while it is down', () => {
  const side = show(200);
  // jsdom knows no pointer events; a mouse event by their name carries what is read.
  const pointer = (type: string, clientY: number): void =>
    void fireEvent(side, new MouseEvent(type, { clientY, bubbles: true }));
  side.setPointerCapture = () => undefined;
  side.hasPointerCapture = () => false;
  pointer('pointermove', 40);
  expect(onMl).not.toHaveBeenCalled();
  // The tube is 132 px tall from 10 px down: the middle is half of what there is.
  pointer('pointerdown', 76);
  expect(onMl).toHaveBeenLastCalledWith(400);
  side.hasPointerCapture = () => true;
  pointer('pointermove', 10);
  expect(onMl).toHaveBeenLastCalledWith(800);
});
