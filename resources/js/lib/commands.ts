import { onBeforeUnmount, onMounted, shallowReactive } from 'vue';

/** Something that can be done here: by its key, or by name in the command line. */
export interface Command {
  name: string;
  /** One character as it is typed, or `Enter`. */
  key?: string;
  run: () => void;
}

const registered = shallowReactive(new Set<() => Command[]>());

/** Offers commands for as long as the component is there. Those that come later win a key. */
export function useCommands(commands: () => Command[]): void {
  onMounted(() => registered.add(commands));
  onBeforeUnmount(() => registered.delete(commands));
}

export function allCommands(): Command[] {
  return [...registered].reverse().flatMap((commands) => commands());
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Runs the command of a pressed key, unless somebody is typing or a dialog is open. */
export function runByKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
  if (document.querySelector('[role="dialog"]')) return;
  const onControl = event.target instanceof HTMLElement && event.target.closest('button, a, summary');
  if (event.key === 'Enter' && onControl) return;
  const command = allCommands().find((candidate) => candidate.key === event.key);
  if (command) {
    event.preventDefault();
    command.run();
  }
}
