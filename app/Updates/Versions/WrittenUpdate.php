<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use Carbon\CarbonImmutable;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;

/**
 * An update as somebody wrote it, to be read against the record and published.
 *
 * @phpstan-import-type VersionInput from UpdateVersion
 */
final readonly class WrittenUpdate
{
    /**
     * @param  int|null  $next  when the next one is promised, in seconds since the epoch
     * @param  string|null  $cause  as far as it may be told
     * @param  string|null  $counter  what staff do
     * @param  list<array{name: string, state: State}>|null  $services  null: as the record has them
     * @param  list<string>|null  $places  likewise
     * @param  list<VersionInput>|null  $versions  null: as they are put together
     * @param  int|null  $since  when it began, in seconds since the epoch; null: as the record has it
     * @param  int|null  $estimate  by when it works again, in seconds since the epoch; null: as the record has it
     */
    public function __construct(
        public Stage $stage, public string $text, public ?string $meanwhile, public ?int $next, public ?string $cause = null,
        public ?string $counter = null,
        public ?array $services = null, public ?array $places = null, public ?array $versions = null, public ?int $estimate = null,
        public ?int $since = null,
    ) {}

    /**
     * @param  array<string, mixed>  $input  as its form has checked it
     */
    public static function of(array $input, ?int $next): self
    {
        $text = static fn(string $name): ?string => is_string($input[$name] ?? null) ? $input[$name] : null;
        $services = $places = $versions = null;
        foreach (is_array($input['services'] ?? null) ? $input['services'] : [] as $one) {
            $services[] = ['name' => (string) $one['name'], 'state' => State::from((string) $one['state'])];
        }
        foreach (is_array($input['places'] ?? null) ? $input['places'] : [] as $one) {
            $places[] = (string) $one;
        }
        foreach (is_array($input['versions'] ?? null) ? $input['versions'] : [] as $one) {
            $versions[] = [
                'version' => (string) $one['version'], 'language' => (string) $one['language'], 'text' => (string) ($one['text'] ?? ''),
                'meanwhile' => is_string($one['meanwhile'] ?? null) ? $one['meanwhile'] : null,
                'isRead' => (bool) ($one['isRead'] ?? false),
            ];
        }

        return new self(
            Stage::from((string) $input['stage']), (string) $text('text'), $text('meanwhile'), $next, $text('cause'), $text('counter'),
            is_array($input['services'] ?? null) ? $services ?? [] : null, is_array($input['places'] ?? null) ? $places ?? [] : null,
            is_array($input['versions'] ?? null) ? $versions ?? [] : null,
            $text('estimate') === null ? null : CarbonImmutable::parse($text('estimate'))->getTimestamp(),
            $text('since') === null ? null : CarbonImmutable::parse($text('since'))->getTimestamp(),
        );
    }
}
