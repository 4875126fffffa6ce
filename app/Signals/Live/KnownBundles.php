<?php

declare(strict_types=1);

namespace App\Signals\Live;

use Illuminate\Support\Facades\DB;
use Skarvo\Signals\Live\Bundle;
use Skarvo\Signals\Replay\Threads;

/**
 * Bundles as the last batch of this process left them, so that the next one need not read them. They are good for as long
 * as nobody else writes any: whoever does counts one up, and who comes back to another count begins with nothing.
 *
 * @phpstan-import-type State from Threads
 */
final class KnownBundles
{
    private const MARK = 'bundles';

    /** More than these are let go of, all at once: a bundle takes some kilobytes. */
    private const MOST = 10000;

    private ?int $count = null;

    /** @var array<int, non-empty-list<State>> by number */
    private array $states = [];

    /** @var array<array-key, int> numbers of bundles, by kind and name of what they know */
    private array $members = [];

    /** Call it in the transaction in which they are used, before they are. */
    public function begin(): void
    {
        $count = (int) DB::table('clock_marks')->where('name', self::MARK)->value('mark');
        if ($count !== $this->count || count($this->states) > self::MOST) {
            $this->forget();
            $this->count = $count;
        }
    }

    /** Tells all others, in the transaction in which bundles are written. */
    public static function countUp(): void
    {
        DB::table('clock_marks')->where('name', self::MARK)->increment('mark');
    }

    /** After bundles were written that stand here too. */
    public function end(): void
    {
        self::countUp();
        $this->count = (int) $this->count + 1;
    }

    /** Whatever was done since begin() may not have come to be. */
    public function forget(): void
    {
        $this->count = null;
        $this->states = $this->members = [];
    }

    /** @param  'f'|'k'  $kind  of family or key */
    public function numberOf(string $kind, string $name): ?int
    {
        return $this->members[$kind.$name] ?? null;
    }

    public function get(int $number): ?Bundle
    {
        return isset($this->states[$number]) ? Bundle::of($this->states[$number]) : null;
    }

    /**
     * @param  list<int>  $was  numbers of those that it was before
     * @param  list<array{'f'|'k', string}>  $new  families and keys that it has come to know
     */
    public function put(int $number, Bundle $bundle, array $was, array $new): void
    {
        $others = $was === [$number] ? [] : array_diff($was, [$number]);
        foreach ($others as $other) {
            unset($this->states[$other]);
        }
        if ($others !== []) {
            $gone = array_flip($others);
            foreach ($this->members as $name => $in) {
                if (isset($gone[$in])) {
                    $this->members[$name] = $number;
                }
            }
        }
        $this->states[$number] = $bundle->states();
        foreach ($new as [$kind, $name]) {
            $this->members[$kind.$name] = $number;
        }
    }

    /** @param  'f'|'k'  $kind */
    public function learn(string $kind, string $name, int $number): void
    {
        $this->members[$kind.$name] = $number;
    }
}
