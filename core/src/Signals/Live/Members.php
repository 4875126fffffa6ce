<?php

declare(strict_types=1);

namespace Skarvo\Signals\Live;

use Skarvo\Signals\Condition;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Threads;

/**
 * Families and keys that a bundle knows, and those that it knew before things were done anew.
 *
 * @phpstan-import-type State from Threads
 *
 * @internal
 */
final class Members
{
    /** @var list<array{'f'|'k', string}> those that were learned */
    private array $gained = [];

    /** @param  array{f: array<array-key, true>, k: array<array-key, true>}  $known */
    private function __construct(private array $known) {}

    /** @param  list<State>  $states */
    public static function of(array $states): self
    {
        $families = $keys = [];
        foreach ($states as $state) {
            foreach ($state['threads'] as $thread) {
                $families[$thread['family']] = true;
            }
            foreach ($state['keys'] as $key) {
                $keys[$key['key']] = true;
            }
        }

        return new self(['f' => $families, 'k' => $keys]);
    }

    /** @return list<string> */
    public function families(): array
    {
        return self::names($this->known['f']);
    }

    /** @return list<string> */
    public function keys(): array
    {
        return self::names($this->known['k']);
    }

    /** @return list<array{'f'|'k', string}> */
    public function gained(): array
    {
        return $this->gained;
    }

    /**
     * @param  list<ReplaySignal>  $signals
     * @return list<string> families of theirs that it does not know
     */
    public function strangers(array $signals): array
    {
        $strangers = [];
        foreach ($signals as $signal) {
            if (! isset($this->known['f'][$signal->family()])) {
                $strangers[$signal->family()] = true;
            }
        }

        return self::names($strangers);
    }

    /**
     * What fires makes threads and keys.
     *
     * @param  list<ReplaySignal>  $signals
     */
    public function learn(array $signals): void
    {
        foreach ($signals as $signal) {
            if ($signal->condition !== Condition::Firing || $signal->treatment === null) {
                continue;
            }
            foreach (['f' => $signal->family(), 'k' => $signal->treatment->key] as $kind => $name) {
                if (! isset($this->known[$kind][$name])) {
                    $this->known[$kind][$name] = true;
                    $this->gained[] = [$kind, $name];
                }
            }
        }
    }

    /**
     * @param  array<array-key, true>  $set
     * @return list<string>
     */
    private static function names(array $set): array
    {
        return array_map(strval(...), array_keys($set));
    }
}
