<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Staff\Names;
use App\Platform\WallClock;
use Carbon\CarbonImmutable;

/** The facts of an entry, read for a sentence: what is missing, or of another kind, reads as nothing. */
final readonly class Facts
{
    private const CHANGES = 4;

    private const LENGTH = 60;

    /** @param  array<array-key, mixed>  $facts */
    public function __construct(private array $facts) {}

    public function text(string $name): string
    {
        return is_scalar($this->facts[$name] ?? null) ? (string) $this->facts[$name] : '';
    }

    /** Whoever it was, by name. */
    public function person(string $name): string
    {
        $id = $this->text($name);

        return $id === '' ? '' : Names::person($id);
    }

    /** Those whom it names, by name. */
    public function people(string $name): string
    {
        return implode(', ', array_map(Names::person(...), array_filter($this->all($name), is_string(...))));
    }

    public function number(string $name): ?int
    {
        return is_int($this->facts[$name] ?? null) ? $this->facts[$name] : null;
    }

    /** A length of time, from seconds. */
    public function length(string $name): string
    {
        $seconds = $this->facts[$name] ?? null;

        return match (true) {
            is_float($seconds) => number_format($seconds, 1).' s',
            ! is_int($seconds) => $this->text('old'),
            $seconds < 60 => "$seconds s",
            default => intdiv($seconds, 60).' min '.($seconds % 60).' s',
        };
    }

    /** @return array<array-key, mixed> */
    public function all(string $name): array
    {
        return is_array($this->facts[$name] ?? null) ? $this->facts[$name] : [];
    }

    public function is(string $name): bool
    {
        return ($this->facts[$name] ?? false) === true;
    }

    /** An instant, on the reader's clock. */
    public function time(string $name): string
    {
        return $this->text($name) === '' ? $this->text('old') : WallClock::time(CarbonImmutable::parse($this->text($name)));
    }

    public function list(string $name): string
    {
        return implode(', ', array_filter((array) ($this->facts[$name] ?? []), is_string(...)));
    }

    /** What was changed, from what to what, by field. */
    public function changes(): string
    {
        $told = [];
        foreach (is_array($this->facts['changes'] ?? null) ? $this->facts['changes'] : [] as $field => $change) {
            if (is_array($change)) {
                [$from, $to] = array_map(
                    static fn(mixed $value): string =>
                        is_string($value) && $value !== '' ? mb_strimwidth($value, 0, self::LENGTH, '…') : 'none',
                    [$change[0] ?? '', $change[1] ?? ''],
                );
                $told[] = str_replace('_', ' ', (string) $field)." from $from to $to";
            }
        }

        return implode(', ', array_slice($told, 0, self::CHANGES)).(count($told) > self::CHANGES ? ' and more' : '');
    }
}
