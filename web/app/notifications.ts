const KEY = 'iron-ladder-notifications';

/** Whether this browser may say alerts, and was asked to. */
export function isNotifying(): boolean {
  return (
    'Notification' in window &&
    Notification.permission === 'granted' &&
    localStorage.getItem(KEY) === 'yes'
  );
}

/** Asks the browser for its leave, where it is to say alerts. @returns whether it does now */
export async function setNotifying(isOn: boolean): Promise<boolean> {
  if (!('Notification' in window)) return false;
  if (isOn && Notification.permission !== 'granted') await Notification.requestPermission();
  localStorage.setItem(KEY, isOn ? 'yes' : 'no');
  return isNotifying();
}

export function notify(text: string): void {
  const said = new Notification('Iron Ladder', { body: text, icon: '/icons/192.png' });
  said.onclick = () => window.focus();
}
