// The page is whole without this. With it, it reads itself anew while somebody looks, and says when it is old.
const SOON = 5_000;
const OLD = 5 * 60_000;
let isRead = true;
const tell = () => {
  const main = document.querySelector('main');
  const age = Date.now() - Date.parse(main.dataset.at);
  const line = document.querySelector('.age');
  const isOld = age > OLD || !isRead;
  line.classList.toggle('old', isOld);
  if (isOld && !line.dataset.old) line.append(` ${line.dataset.stale}`);
  line.dataset.old = isOld ? 'yes' : '';
};
const look = async () => {
  try {
    const answer = await fetch(location.href, { cache: 'no-cache' });
    if (!answer.ok) throw new Error(String(answer.status));
    const next = new DOMParser().parseFromString(await answer.text(), 'text/html');
    const [now, then] = [document.querySelector('main'), next.querySelector('main')];
    isRead = true;
    if (then && now.innerHTML !== then.innerHTML) now.innerHTML = then.innerHTML;
    if (then) now.dataset.at = then.dataset.at;
    const [age, fresh] = [document.querySelector('.age'), next.querySelector('.age')];
    if (age && fresh && age.innerHTML !== fresh.innerHTML) {
      age.innerHTML = fresh.innerHTML;
      age.dataset.old = '';
    }
  } catch {
    isRead = false;
  }
  tell();
};
setInterval(() => {
  if (!document.hidden) void look();
}, SOON);
document.addEventListener('visibilitychange', () => {
  if (!document.hidden) void look();
});
tell();
