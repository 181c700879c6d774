import { remembering } from './remembering';

describe('what is remembered about an object', () => {
  it('is worked out once a question, and anew for another object', () => {
    const ask = remembering<object, number>();
    let worked = 0;
    const answer = (): number => ++worked;
    const [a, b] = [{}, {}];
    expect(ask(a, 'x', answer)).toBe(1);
    expect(ask(a, 'x', answer)).toBe(1);
    expect(ask(a, 'y', answer)).toBe(2);
    expect(ask(b, 'x', answer)).toBe(3);
  });

  it('is forgotten, oldest first, when there are more questions than it keeps', () => {
    const ask = remembering<object, number>(2);
    let worked = 0;
    const about = {};
    for (const q of ['a', 'b', 'c', 'a']) ask(about, q, () => ++worked);
    expect(worked).toBe(4);
    ask(about, 'c', () => ++worked);
    expect(worked).toBe(4);
  });

  it('remembers that there is no answer', () => {
    const ask = remembering<object, undefined>();
    let worked = 0;
    const about = {};
    for (let i = 0; i < 3; i++) ask(about, 'x', () => void (worked += 1));
    expect(worked).toBe(1);
  });
});
