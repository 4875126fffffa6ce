<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\TopologyEntry;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Skarvo\Json\BadInput;

/**
 * What becomes of a file with items: looked at, stored, undone, forgotten.
 *
 * @phpstan-type Plan array{counts: array<string, int>, notes: list<string>, fingerprint: string}
 */
final class KeepImports
{
    /** A large file takes a while to be read twice. */
    private const SECONDS = 300;

    public function __construct(private readonly UndoImport $undo) {}

    /**
     * Reads a file and keeps what it would do. Call it outside of a transaction: reading takes a while.
     *
     * @param  \Closure(string): mixed  $put  puts the file at a path
     *
     * @throws Refused if nothing of it can be read
     */
    public function lookAt(string $name, string $format, \Closure $put, Person $by): int
    {
        set_time_limit(self::SECONDS);
        $folder = storage_path('app/imports');
        if (! is_dir($folder)) {
            mkdir($folder, 0o700, true);
        }
        $path = "$folder/".Str::uuid()->toString();
        $put($path);
        try {
            $plan = ImportPlans::make($path, $format);
        } catch (BadInput $e) {
            ImportPlans::forget($path);
            throw Refused::because(($e->at === '' ? '' : ucfirst($e->at).': ').$e->getMessage(), 'file');
        }

        return DB::table('imports')->insertGetId([
            'name' => $name, 'format' => $format, 'path' => $path, 'author_id' => $by->id, 'at' => Moment::precise(now()),
            'state' => 'shown', ...self::stored($plan),
        ]);
    }

    /**
     * Reads the file anew, and says what it would do now. Call it outside of a transaction.
     *
     * @return Plan|null null if it was confirmed or forgotten meanwhile
     *
     * @throws Refused if that is something else than was shown
     */
    public function again(int $import): ?array
    {
        $row = DB::table('imports')->where('id', $import)->where('state', 'shown')->first();
        if ($row === null) {
            return null;
        }
        set_time_limit(self::SECONDS);
        // What is being stored is read from the plan that was shown: somebody else may confirm it while this is worked out.
        $anew = ImportPlans::planOf($row->path).'.'.Str::random(12);
        try {
            $plan = ImportPlans::make($row->path, $row->format, $anew);
            $isShown = $plan['fingerprint'] === $row->fingerprint || DB::transaction(
                static fn(): bool => DB::table('imports')->where('id', $import)->where('state', 'shown')->update(self::stored($plan)) === 1
                    && rename($anew, ImportPlans::planOf($row->path)),
            );
        } finally {
            if (is_file($anew)) {
                unlink($anew);
            }
        }
        if (! $isShown) {
            return null;
        }
        if ($plan['fingerprint'] !== $row->fingerprint) {
            throw Refused::because(
                'The estate changed since you looked, and the file would do something else now. Look at it again; nothing was stored.',
            );
        }

        return $plan;
    }

    /**
     * Call it inside a transaction. Storing goes on by itself.
     *
     * @param  Plan  $plan
     */
    public function confirm(int $import, array $plan, Person $by): void
    {
        $nothing = $plan['counts']['new'] + $plan['counts']['changed'] === 0;
        // Whoever says yes is who says what stands in it.
        $begun = DB::table('imports')->where('id', $import)
            ->where('state', 'shown')
            ->update(['state' => $nothing ? 'stored' : 'storing', 'author_id' => $by->id]);
        if ($begun === 1 && ! $nothing) {
            StoreImport::dispatch($import);
        }
    }

    /**
     * Takes back what a file did. Call it inside a transaction.
     *
     * @return string|null a file with what was changed, to be looked at like any other; null if nothing is to be set back
     *
     * @throws Refused if it was not stored
     */
    public function undo(\stdClass $import, string $why, Person $by): ?string
    {
        $done = ($this->undo)($import, $why, $by);
        Journal::write(
            Actor::person($by), TopologyEntry::ImportUndone, ['import', (int) $import->id],
            ['name' => $import->name, 'retired' => $done['retired'], 'kept' => $done['kept'], 'why' => $why],
        );

        return $done['csv'];
    }

    /** One that is only looked at; one that was stored stays. */
    public function forget(int $import): void
    {
        $row = DB::table('imports')->where('id', $import)->where('state', 'shown')->first();
        if ($row !== null) {
            ImportPlans::forget($row->path);
            DB::table('imports')->where('id', $import)->update(['state' => 'forgotten']);
        }
    }

    /**
     * @param  Plan  $plan
     * @return array<string, string>
     */
    private static function stored(array $plan): array
    {
        return [
            'counts' => json_encode($plan['counts'], JSON_THROW_ON_ERROR),
            'notes' => json_encode($plan['notes'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            'fingerprint' => $plan['fingerprint'],
        ];
    }
}
