import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ROSELLE_COOLER, type Occasion } from '@steepsis/core';
import { AServer, show } from '@/test/aServer';
import { Component as OccasionPage } from '@/features/occasion/OccasionPage';

jest.mock('@/features/occasion/openDayWorker', () => ({
  openDayWorker: () => ({ api: { day: () => new Promise(() => undefined) }, close: () => undefined }),
}));

const OPEN_DAY: Occasion = {
  v: 1,
  id: 'open-day',
  name: 'Open day',
  readyBy: '2030-07-07T13:00:00.000Z',
  servedHours: 3,
  groups: [{ people: 8, glassesEach: 2 }],
  drinks: [
    { drinkId: ROSELLE_COOLER.id, share: 1 },
    { drinkId: 'lost-one', share: 1 },
  ],
  hands: 1,
  moved: {},
};

it('an occasion with a drink that cannot be read says so, and lets it be taken off', async () => {
  const server = new AServer();
  server.drink = ROSELLE_COOLER;
  server.house = { ...server.house, occasions: [{ version: 1, body: OPEN_DAY }] };
  server.answers['/api/drinks'] = { drinks: [] };
  server.answers['/api/jugs'] = { jugs: [], serverNow: new Date().toISOString() };
  server.lost.add('/api/drinks/lost-one');
  show(<OccasionPage />, '/plan/occasion/:occasionId', '/plan/occasion/open-day');
  expect(await screen.findByText(/^A drink of this day cannot be read/, undefined, { timeout: 8000 })).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Take lost-one off' }));
  expect(await screen.findByText('Working the day out.')).toBeVisible();
});
