<?php

declare(strict_types=1);

namespace App\Signals\Live;

use App\Platform\Moment;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\Document;
use Skarvo\Signals\Replay\QuietTimes;
use Skarvo\Signals\Replay\ReplaySignal;
use Skarvo\Signals\Replay\Settings;
use Skarvo\Signals\Replay\SettingsDocument;
use Skarvo\Signals\Replay\Treatment;
use Skarvo\Signals\Routing;

/**
 * The versions of the rules as they stand: each is in force for the signals that were accepted after it was saved, so
 * that a signal is treated alike whenever it is looked at again.
 */
final class RuleSets
{
    /** @var array<int, Settings> */
    private static array $settings = [];

    /** @var array<int, Routing> */
    private static array $routings = [];

    /** @param  list<array{int, int}>  $versions  number and the last signal that it does not apply to, newest first */
    private function __construct(private readonly array $versions) {}

    public static function load(): self
    {
        return new self(array_map(
            static fn(\stdClass $row): array => [(int) $row->id, (int) $row->after_signal_id],
            array_values(DB::table('rule_sets')->orderByDesc('id')->get(['id', 'after_signal_id'])->all()),
        ));
    }

    public function current(): Settings
    {
        return self::settings($this->versions[0][0]);
    }

    /** The version by which a signal is treated. */
    public function versionFor(int $signal): int
    {
        foreach ($this->versions as [$version, $after]) {
            if ($signal > $after) {
                return $version;
            }
        }

        return $this->versions[count($this->versions) - 1][0];
    }

    public function treat(ReplaySignal $signal): Treatment
    {
        return self::settings($this->versionFor($signal->order))->treat($signal);
    }

    public static function settings(int $version): Settings
    {
        return self::$settings[$version] ??= SettingsDocument::read(Document::of(self::bare(self::stored($version))));
    }

    public static function routing(int $version): Routing
    {
        return self::$routings[$version] ??= Routing::read(self::stored($version));
    }

    /** Forgets what it read: between tests, version numbers stand for other rules. */
    public static function forget(): void
    {
        self::$settings = self::$routings = [];
    }

    /** Settings as the contract of replay has them: without names and where alerts go. */
    public static function bare(\stdClass $settings): \stdClass
    {
        $bare = clone $settings;
        $bare->rules = [];
        foreach (is_array($settings->rules ?? null) ? $settings->rules : [] as $rule) {
            if ($rule instanceof \stdClass && ($rule->off ?? false) !== true) {
                $set = clone ($rule->set instanceof \stdClass ? $rule->set : new \stdClass);
                unset($set->team, $set->handling);
                $bare->rules[] = (object) ['match' => $rule->match ?? new \stdClass, 'set' => $set];
            }
        }

        return $bare;
    }

    public static function stored(int $version): \stdClass
    {
        $settings = json_decode((string) DB::table('rule_sets')->where('id', $version)->value('settings'), false, 16, JSON_THROW_ON_ERROR);

        return $settings instanceof \stdClass ? $settings : throw new \LogicException("Version $version of the rules holds settings.");
    }

    /** @param  int  $from  seconds since the epoch; what ended before is left out */
    public static function quiet(int $from): QuietTimes
    {
        $intervals = [];
        foreach (
            DB::table('quiet_times')->where('to_at', '>', Moment::text($from))->orderBy('id')->get(['covers', 'from_at', 'to_at']) as $row
        ) {
            foreach ((array) json_decode($row->covers, true, 4, JSON_THROW_ON_ERROR) as $item) {
                $intervals[(string) $item][] = [Moment::seconds($row->from_at), Moment::seconds($row->to_at)];
            }
        }

        return new QuietTimes($intervals);
    }
}
