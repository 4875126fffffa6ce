<?php

declare(strict_types=1);

namespace App\Signals;

use App\Platform\Contracts\Swept;
use App\Platform\Moment;
use App\Topology\Record\Fields;
use Illuminate\Support\Facades\DB;
use Skarvo\Time\Instant;
use Skarvo\Topology\Record\EndDate;

/**
 * Dates on which something ends become alerts to the owner of the item, so many days ahead as its type says; a date that
 * is moved clears them.
 */
final class RemindOfDates implements Swept
{
    public const SOURCE = 'dates';

    /** How often all dates are looked at. */
    private const EVERY_SECONDS = 600;

    private const MARK = 'dates';

    public function __construct(private readonly AcceptSignals $accept) {}

    /** @return int how many reminders were begun or ended */
    public function __invoke(\Closure $mayWork): int
    {
        $now = Moment::now();
        if ((int) DB::table('clock_marks')->where('name', self::MARK)->value('mark') > $now - self::EVERY_SECONDS) {
            return 0;
        }

        // Every item is looked at, which takes a moment: nobody waits for the database meanwhile.
        $due = $this->due();

        return DB::transaction(function () use ($mayWork, $now, $due): int {
            if (! $mayWork()) {
                return 0;
            }
            DB::table('clock_marks')->updateOrInsert(['name' => self::MARK], ['mark' => $now]);
            $told = DB::table('date_reminders')->get()->keyBy(static fn(\stdClass $row): string => "$row->item_id\n$row->attribute");
            $signals = [];
            foreach ($told as $key => $row) {
                if (! isset($due[$key])) {
                    $signals[] = $this->signal($row->item_id, $row->attribute, 'clear', $row->level, 'That is no longer near.');
                    DB::table('date_reminders')->where('item_id', $row->item_id)->where('attribute', $row->attribute)->delete();
                }
            }
            foreach ($due as $key => $one) {
                $before = $told[$key] ?? null;
                if ($before !== null && $before->value === $one['value'] && $before->level === $one['level']) {
                    continue;
                }
                $signals[] = $this->signal($one['item'], $one['attribute'], 'firing', $one['level'], $one['words']);
                DB::table('date_reminders')->updateOrInsert(
                    ['item_id' => $one['item'], 'attribute' => $one['attribute']],
                    ['value' => $one['value'], 'level' => $one['level']],
                );
            }
            if ($signals !== []) {
                ($this->accept)($signals);
            }

            return count($signals);
        });
    }

    /** @return array<string, array{item: string, attribute: string, value: string, level: string, words: string}> */
    private function due(): array
    {
        $today = now()->setTimezone(config()->string('skarvo.time_zone'))->format('Y-m-d');
        $due = [];
        foreach (Fields::types() as $type) {
            $ends = array_filter($type->attributes, static fn($attribute): bool => $attribute->remind !== null);
            if ($ends === []) {
                continue;
            }
            foreach (DB::table('items')->where('kind', $type->name)->orderBy('id')->get(['id', 'name', 'attributes']) as $item) {
                $values = (array) json_decode($item->attributes, true, 4, JSON_THROW_ON_ERROR);
                foreach ($ends as $attribute) {
                    $value = $values[$attribute->name] ?? '';
                    $end = is_string($value) && $value !== '' ? EndDate::due($value, $attribute->remind ?? [], $today) : null;
                    // What acting early would have gained is lost once its day is over: the end itself is reminded of, that is not.
                    if ($end !== null && is_string($value) && ($attribute->early === null || ! EndDate::isMissed($value, $today))) {
                        $due["$item->id\n$attribute->name"] = [
                            'item' => (string) $item->id, 'attribute' => $attribute->name, 'value' => $value,
                            // Nothing is wrong yet: that the item works stays true until it is over. The last reminder is
                            // louder than those that nobody heeded.
                            'level' => $end->isLast ? 'warning' : 'info',
                            'words' => "$item->name: ".lcfirst($attribute->label)." $value; {$end->words()}",
                        ];
                    }
                }
            }
        }

        return $due;
    }

    private function signal(string $item, string $attribute, string $condition, string $level, string $summary): \stdClass
    {
        return (object) [
            'at' => Instant::format(Moment::now()), 'source' => self::SOURCE, 'item' => $item, 'check' => "ends-$attribute",
            'condition' => $condition, 'level' => $level, 'summary' => mb_substr($summary, 0, 500),
        ];
    }
}
