<?php

declare(strict_types=1);

namespace App\Desk;

use App\Incidents\Incident;
use App\Platform\Contracts\Finds;
use App\Platform\Contracts\Sought;
use App\Platform\Journal\Entry;
use App\Platform\Journal\Sentence;
use App\Platform\Journal\Sentences;

/** What people wrote into the journals of incidents. */
final class FindWritten implements Finds
{
    private const LENGTH = 90;

    public function __construct(private readonly Sentences $sentences) {}

    public function find(Sought $sought): array
    {
        $entries = Entry::query()->whereNotNull('incident_id')
            ->whereIn('kind', $this->sentences->written())
            ->whereRaw("facts like ? escape '\\'", [$sought->likeInJson()])->latest('seq')->limit(self::EACH)->get();
        $incidents = Incident::query()->whereKey($entries->pluck('incident_id'))->get()->keyBy('id');

        return array_values($entries->map(static fn(Entry $entry): array => [
            'what' => 'journal', 'name' => self::words(Sentence::of($entry)),
            'more' => (string) $incidents->get($entry->incident_id)?->ref(), 'link' => "/incidents/$entry->incident_id",
        ])->all());
    }

    private static function words(Sentence $sentence): string
    {
        return mb_substr($sentence->rest === '' ? trim($sentence->lead) : trim("$sentence->lead: $sentence->rest"), 0, self::LENGTH);
    }
}
