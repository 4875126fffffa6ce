<?php

declare(strict_types=1);

namespace App\Desk;

use App\Incidents\Incident;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Database\Sql;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Sentence;
use App\Platform\Journal\Sentences;
use Illuminate\Support\Facades\DB;

/** What people wrote into the journals of incidents. */
final class FindWritten implements Finds
{
    private const LENGTH = 90;

    public function __construct(private readonly Sentences $sentences) {}

    public function find(Sought $sought): array
    {
        $entries = Entry::query()->whereIn('kind', $this->sentences->written())
            ->whereIn('seq', DB::table('journal_words')->whereRaw(Sql::like('words'), [$sought->likeInJson()])->select('seq'))
            ->whereIn('seq', DB::table('journal_subjects')->where('kind', 'incident')->select('seq'))
            ->latest('seq')->limit(self::EACH)->get();
        $of = DB::table('journal_subjects')->where('kind', 'incident')->whereIn('seq', $entries->modelKeys())->pluck('id', 'seq');
        $incidents = Incident::query()->whereKey($of->values())->get()->keyBy('id');

        return array_values($entries->map(static fn(Entry $entry): array => [
            'what' => 'journal', 'name' => self::words(Sentence::of($entry)),
            'more' => (string) $incidents->get($of[$entry->seq])?->ref(), 'link' => "/incidents/{$of[$entry->seq]}",
        ])->all());
    }

    private static function words(Sentence $sentence): string
    {
        return mb_substr($sentence->rest === '' ? trim($sentence->lead) : trim("$sentence->lead: $sentence->rest"), 0, self::LENGTH);
    }
}
