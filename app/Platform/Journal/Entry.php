<?php

declare(strict_types=1);

namespace App\Platform\Journal;

use App\Platform\Record;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\DB;

/**
 * One line of the journal: who did what to which record, when, and the facts. It never changes.
 *
 * @property int $seq
 * @property CarbonImmutable $at
 * @property string $actor_kind
 * @property string|null $actor_id
 * @property string $kind
 * @property string $subject_kind what it is about first of all
 * @property string $subject_id
 * @property array<string, mixed> $facts values of Skarvo's own, and ids
 * @property Collection<int, EntryWords> $words what people typed, and addresses
 */
final class Entry extends Record
{
    private const ERASED = '(erased)';

    protected $table = 'journal';

    protected $primaryKey = 'seq';

    protected $casts = ['at' => 'immutable_datetime', 'facts' => 'array'];

    protected $with = ['words'];

    /** @return HasMany<EntryWords, $this> */
    public function words(): HasMany
    {
        return $this->hasMany(EntryWords::class, 'seq', 'seq');
    }

    /** Whoever did it, by their name of today. */
    public function by(): ?string
    {
        return match ($this->actor_kind) {
            'system' => null,
            'person' => Names::person($this->actor_id),
            'reporter' => is_string($name = $this->told()['reporter'] ?? null) ? $name : 'A reporter',
            'follower' => 'A follower',
            default => $this->actor_id,
        };
    }

    /** @return array<string, mixed> the facts, with the words that stand beside them */
    public function told(): array
    {
        $all = $this->facts;
        foreach ($this->words as $one) {
            $all[$one->fact] = $one->words ?? self::ERASED;
        }

        return $all;
    }

    /**
     * Entries that name a record, be it first or beside another.
     *
     * @template T of \Illuminate\Database\Eloquent\Model
     *
     * @param  Builder<Entry>  $query
     * @param  string|int|Builder<T>  $id  or records of which any is named
     */
    public function scopeAbout(Builder $query, string $kind, string|int|Builder $id): void
    {
        $named = DB::table('journal_subjects')->where('kind', $kind)->select('seq');
        $query->whereIn('seq', $id instanceof Builder
            // Ids of all kinds stand there as text.
            ? $named->whereIn('id', $id->selectRaw('cast(id as text)'))
            : $named->where('id', (string) $id));
    }
}
