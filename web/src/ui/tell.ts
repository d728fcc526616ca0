import type { NotificationData } from '@mantine/notifications';
import { followed } from './followed.ts';

const isTold = followed(false);

/** Tells something in the corner of the page; what shows it is fetched the first time. */
export const tell = (told: NotificationData): void => {
  isTold.set(true);
  void import('@mantine/notifications').then(({ notifications }) => notifications.show(told));
};

/** Whether anything has been told since the page was opened. */
export const useIsTold = isTold.useValue;
