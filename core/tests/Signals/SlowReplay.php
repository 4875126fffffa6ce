<?php

declare(strict_types=1);

namespace Skarvo\Tests\Signals;

/**
 * The contract of replay, second by second: keeps every signal, looks at all of history at each second, and has no timers.
 *
 * @phpstan-type Sent array{at: int, item: ?string, check: string, firing: bool, level: int, key: ?string, part: string, hold: int,
 *      settle: int, expire: ?int}
 * @phpstan-type Alert array{key: string, items: array<string, true>, level: int, first: int, opened: int, closed: ?int, count: int,
 *      flips: int, group: int}
 */
final class SlowReplay
{
    /** @var array<string, array<string, mixed>> by thread: item, check, key, firing, began, signals, begun */
    private array $threads = [];

    /** @var array<string, array<string, mixed>> by key: began, hold, settle, count, level, due, covered, clear */
    private array $bursts = [];

    /** @var list<Alert> */
    private array $alerts = [];

    /** @var array<string, int> index of the latest alert of a key */
    private array $latest = [];

    private int $groups = 0;

    /** @var array{momentary: int, muted: int, stray: int} */
    public array $totals = ['momentary' => 0, 'muted' => 0, 'stray' => 0];

    /**
     * @param  array{reopen: int, times: ?int, within: int, gather: int, limit: ?int, reach: int}  $settings
     * @param  list<array{string, int, int}>  $quiet
     * @param  list<array{string, string}>  $dependencies
     */
    public function __construct(private readonly array $settings, private readonly array $quiet, private readonly array $dependencies) {}

    /**
     * @param  list<Sent>  $signals  in order
     * @return list<string> each alert in one line, in order of opening
     */
    public function run(array $signals, int $from, int $until): array
    {
        for ($now = $from; $now <= $until; $now++) {
            foreach ($signals as $signal) {
                if ($signal['at'] === $now) {
                    $signal['firing'] ? $this->fire($signal, $now) : $this->clear($signal, $now);
                }
            }
            foreach ($this->threads as $id => $thread) {
                if ($thread['firing'] && $this->isExpired($thread, $now)) {
                    $this->end($id, $now);
                }
            }
            ksort($this->bursts, SORT_STRING);
            foreach (array_keys($this->bursts) as $key) {
                $this->close((string) $key, $now);
            }
            foreach (array_keys($this->bursts) as $key) {
                $this->openIfDue((string) $key, $now);
            }
        }
        $order = array_keys($this->alerts);
        usort(
            $order,
            fn(int $a, int $b): int => [
                $this->alerts[$a]['opened'], $this->alerts[$a]['key'],
            ] <=> [$this->alerts[$b]['opened'], $this->alerts[$b]['key']],
        );

        return array_map(fn(int $i): string => $this->told($this->alerts[$i]), $order);
    }

    /** @param  Alert  $alert */
    private function told(array $alert): string
    {
        ksort($alert['items'], SORT_STRING);
        $group = count(array_unique(array_filter(array_column($this->alerts, 'group'), static fn(int $g): bool => $g <= $alert['group'])));

        return "{$alert['key']} ".implode(',', array_keys($alert['items']))
            ." {$alert['level']} {$alert['first']} {$alert['opened']} ".($alert['closed'] ?? '-')
            ." {$alert['count']} {$alert['flips']} $group";
    }

    private function isQuiet(?string $item, int $at): bool
    {
        foreach ($this->quiet as [$of, $from, $to]) {
            if ($of === $item && $from <= $at && $at < $to) {
                return true;
            }
        }

        return false;
    }

    private function isOpen(string $key): bool
    {
        return isset($this->latest[$key]) && $this->alerts[$this->latest[$key]]['closed'] === null;
    }

    /** @return array<string, array<string, mixed>> */
    private function firing(string $key): array
    {
        return array_filter($this->threads, static fn(array $t): bool => $t['firing'] && $t['key'] === $key);
    }

    /** @param  Sent  $signal */
    private function fire(array $signal, int $now): void
    {
        $id = "{$signal['item']}|{$signal['check']}|{$signal['part']}";
        $begins = ! ($this->threads[$id]['firing'] ?? false);
        if ($begins) {
            $key = $signal['key'] ?? "s/{$signal['item']}/{$signal['check']}".($signal['part'] === '' ? '' : "/{$signal['part']}");
            if ($this->firing($key) === []) {
                $this->bursts[$key] = [
                    'began' => $now, 'hold' => $signal['hold'], 'settle' => $signal['settle'], 'count' => 0, 'level' => 0,
                    'due' => false, 'covered' => [], 'clear' => 0,
                ];
                if ($this->isOpen($key)) {
                    $this->alerts[$this->latest[$key]]['flips']++;
                }
            }
            $begun = $this->threads[$id]['begun'] ?? [];
            if (! $this->isQuiet($signal['item'], $now)) {
                $begun[] = [$now, max($this->settings['within'], ($this->settings['times'] ?? 0) * $signal['hold'])];
            }
            $this->threads[$id] = [
                'item' => $signal['item'], 'check' => $signal['check'], 'part' => $signal['part'], 'key' => $key,
                'firing' => true, 'began' => $now, 'signals' => [], 'begun' => $begun, 'flapped' => false,
            ];
            if ($this->isOpen($key) && $signal['item'] !== null) {
                $this->alerts[$this->latest[$key]]['items'][$signal['item']] = true;
            }
        }
        $this->threads[$id]['signals'][] = [$now, $signal['hold'], $signal['expire']];
        $key = (string) $this->threads[$id]['key'];
        if ($this->isOpen($key)) {
            $alert = &$this->alerts[$this->latest[$key]];
            $alert['count']++;
            $alert['level'] = max($alert['level'], $signal['level']);
            unset($alert);
        } else {
            $this->bursts[$key]['count']++;
            $this->bursts[$key]['level'] = max($this->bursts[$key]['level'], $signal['level']);
        }
        if ($begins && ! $this->isQuiet($signal['item'], $now) && $this->isRestless($this->threads[$id], $now)) {
            $this->threads[$id]['flapped'] = true;
            if (! $this->isOpen($key)) {
                $this->open($key, $now);
            }
        }
    }

    /** @param  Sent  $signal */
    private function clear(array $signal, int $now): void
    {
        $own = "{$signal['item']}|{$signal['check']}|{$signal['part']}";
        $ids = [];
        if ($this->threads[$own]['firing'] ?? false) {
            $ids = [$own];
        } elseif ($signal['part'] === '') {
            foreach ($this->threads as $id => $thread) {
                if ($thread['firing'] && $thread['item'] === $signal['item'] && $thread['check'] === $signal['check']) {
                    $ids[] = $id;
                }
            }
        }
        if ($ids === []) {
            $this->totals['stray']++;
        }
        foreach ($ids as $id) {
            $this->end($id, $now);
        }
    }

    private function end(string $id, int $now): void
    {
        $thread = $this->threads[$id];
        $key = (string) $thread['key'];
        $this->threads[$id]['firing'] = false;
        $this->bursts[$key]['due'] = $this->bursts[$key]['due'] || $this->dueAt($thread) < $now;
        if ($this->firing($key) === []) {
            $this->bursts[$key]['clear'] = $now;
            if (! $this->isOpen($key)) {
                $this->totals[$this->bursts[$key]['due'] ? 'muted' : 'momentary']++;
            }
        }
    }

    /** @param  array<string, mixed>  $thread */
    private function dueAt(array $thread): int
    {
        return $thread['flapped']
            ? $thread['began']
            : min(array_map(static fn(array $s): int => $s[0] + $s[1], $thread['signals']) ?: [PHP_INT_MAX]);
    }

    /** @param  array<string, mixed>  $thread */
    private function isExpired(array $thread, int $now): bool
    {
        [$last, , $expire] = $thread['signals'][count($thread['signals']) - 1];
        if ($expire === null) {
            return false;
        }
        for ($loud = $this->dueAt($thread); $this->isQuiet($thread['item'], $loud); $loud++) {
        }

        return $now >= max($last, $loud) + $expire;
    }

    /** @param  array<string, mixed>  $thread */
    private function isRestless(array $thread, int $now): bool
    {
        if ($this->settings['times'] === null || $thread['begun'] === []) {
            return false;
        }
        $span = $thread['begun'][count($thread['begun']) - 1][1];

        return count(array_filter($thread['begun'], static fn(array $b): bool => $now - $b[0] < $span)) >= $this->settings['times'];
    }

    private function close(string $key, int $now): void
    {
        if (! $this->isOpen($key) || $this->firing($key) !== [] || $now < $this->bursts[$key]['clear'] + $this->bursts[$key]['settle']) {
            return;
        }
        foreach ($this->threads as $thread) {
            if ($thread['key'] === $key && $this->isRestless($thread, $now)) {
                return;
            }
        }
        $this->alerts[$this->latest[$key]]['closed'] = $now;
    }

    private function openIfDue(string $key, int $now): void
    {
        $loud = array_filter($this->firing($key), fn(array $t): bool => ! $this->isQuiet($t['item'], $now));
        $this->bursts[$key]['covered'][$now] = $loud !== [];
        if ($this->isOpen($key) || $loud === []) {
            return;
        }
        $isDue = array_filter($loud, fn(array $t): bool => $this->dueAt($t) <= $now) !== [];
        $hold = $this->bursts[$key]['hold'];
        $isCovered = true;
        for ($at = $now - $hold; $at <= $now; $at++) {
            $isCovered = $isCovered && ($this->bursts[$key]['covered'][$at] ?? false);
        }
        if ($isDue || $isCovered) {
            $this->open($key, $now);
        }
    }

    private function open(string $key, int $now): void
    {
        $burst = $this->bursts[$key];
        $items = [];
        foreach ($this->firing($key) as $thread) {
            if ($thread['item'] !== null) {
                $items[$thread['item']] = true;
            }
        }
        $last = $this->latest[$key] ?? null;
        if ($last !== null && $now - (int) $this->alerts[$last]['closed'] <= $this->settings['reopen']) {
            $was = $this->alerts[$last];
            $this->alerts[$last] = [
                ...$was, 'closed' => null, 'flips' => $was['flips'] + 1, 'count' => $was['count'] + $burst['count'],
                'level' => max($was['level'], $burst['level']), 'items' => $was['items'] + $items,
            ];

            return;
        }
        $group = $this->groupFor($items, $now);
        $this->latest[$key] = count($this->alerts);
        $this->alerts[] = [
            'key' => $key, 'items' => $items, 'level' => $burst['level'], 'first' => $burst['began'], 'opened' => $now,
            'closed' => null, 'count' => $burst['count'], 'flips' => 0, 'group' => $group,
        ];
    }

    /** @param  array<string, true>  $items */
    private function groupFor(array $items, int $now): int
    {
        $fitting = [];
        foreach (array_unique(array_column($this->alerts, 'group')) as $group) {
            $members = array_filter($this->alerts, static fn(array $a): bool => $a['group'] === $group);
            $opened = array_column($members, 'opened') ?: [$now];
            $isNear = false;
            foreach ($members as $member) {
                foreach (array_keys($member['items']) as $a) {
                    foreach (array_keys($items) as $b) {
                        $isNear = $isNear
                            || $this->reaches((string) $a, (string) $b, $this->settings['reach'])
                            || $this->reaches((string) $b, (string) $a, $this->settings['reach']);
                    }
                }
            }
            if ($isNear && $now - max($opened) <= $this->settings['gather'] && (
                $this->settings['limit'] === null || $now - min($opened) <= $this->settings['limit']
            )) {
                $fitting[] = $group;
            }
        }
        if ($fitting === []) {
            return ++$this->groups;
        }
        foreach ($this->alerts as $i => $alert) {
            if (in_array($alert['group'], $fitting, true)) {
                $this->alerts[$i]['group'] = min($fitting);
            }
        }

        return min($fitting);
    }

    private function reaches(string $from, string $to, int $steps): bool
    {
        if ($from === $to) {
            return true;
        }
        foreach ($steps > 0 ? $this->dependencies : [] as [$a, $b]) {
            if ($a === $from && $this->reaches($b, $to, $steps - 1)) {
                return true;
            }
        }

        return false;
    }
}
