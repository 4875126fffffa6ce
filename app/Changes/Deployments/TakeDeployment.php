<?php

declare(strict_types=1);

namespace App\Changes\Deployments;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Rules\StoredRules;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Topology\Item;
use Illuminate\Support\Facades\DB;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;
use Skarvo\Changes\ChangeState;
use Skarvo\Changes\Deployments\Deployment;
use Skarvo\Changes\Deployments\Doing;
use Skarvo\Changes\Deployments\Undone;

/** Takes what a delivery pipeline did as a change, once, in whatever order it is told. */
final class TakeDeployment
{
    /** So far back a rollback is looked for what it took out. */
    private const DAYS = 30;

    /** Longer texts are cut: a title stands on one line. */
    private const TITLE = 200;

    /**
     * @return array{change: int|null, known: bool, items: list<string>} the change, null if its environment is of no interest; whether it
     *      was told before; and the items it is about
     */
    public function __invoke(Deployment $told): array
    {
        return DB::transaction(static function () use ($told): array {
            $known = Change::query()->where('source', $told->source)->where('external', $told->id)->first();
            if ($known !== null) {
                return ['change' => $known->id, 'known' => true, 'items' => $known->items()['touched']];
            }
            $rules = StoredRules::now()->rules;
            if ($rules->ignores($told->environment)) {
                return ['change' => null, 'known' => false, 'items' => []];
            }
            $mapping = $rules->mapping($told->service, $told->environment);
            $items = Item::query()->whereKey($mapping === null ? self::itemsCalled($told->service) : $mapping->items)->orderBy('id')
                ->get(['id', 'team_id']);
            $ids = array_values(array_map(strval(...), $items->modelKeys()));
            $from = $told->began ?? $told->at;
            $change = Change::query()->create([
                'title' => mb_substr($told->title(), 0, self::TITLE), 'kind' => $mapping->kind ?? ChangeKind::Standard,
                'state' => ChangeState::after($told->result),
                'from_at' => Moment::of($from), 'to_at' => Moment::of($told->at), 'began_at' => Moment::of($from),
                'ended_at' => Moment::of($told->at),
                'result' => $told->result, 'told_result' => $told->result, 'author_id' => self::personCalled($told->author)?->id,
                'author_named' => $told->author,
                'team_id' => $items->pluck('team_id')->filter()->first(), 'is_recorded' => true, 'source' => $told->source,
                'external' => $told->id,
                'service_named' => $told->service, 'environment' => $told->environment, 'doing' => $told->doing,
                'version_named' => $told->version,
                'commits' => $told->commits, 'work_item' => $told->workItem, 'made_at' => now(),
            ]);
            DB::table('change_items')->insert(array_map(
                static fn(string $item): array => ['change_id' => $change->id, 'item' => $item, 'goes_down' => false], $ids,
            ));
            $outAgain = self::undo($told, $change->id);
            Journal::write(Actor::system(), ChangeEntry::Recorded, ['change', $change->id], [
                'ref' => $change->ref(), 'title' => $change->title, 'author' => (string) $told->author,
            ]);

            foreach ($outAgain as $one) {
                TellAsked::of($one, false);
            }
            // What was told late, and is out again by now, was never in place for whoever hears of it.
            if ($told->doing->brings() && $change->refresh()->result === ChangeResult::Ok) {
                TellAsked::of($change, true);
            }

            return ['change' => $change->id, 'known' => false, 'items' => $ids];
        });
    }

    /**
     * What rollbacks took out of a service, of all that is known by now: one that is told late may show that it was another.
     *
     * @return list<Change> of which it was told that they are in place, and which are not any more
     */
    private static function undo(Deployment $told, int $new): array
    {
        $outAgain = [];
        $all = DB::table('changes')->where('service_named', $told->service)->where('environment', $told->environment)
            ->where('is_recorded', true)
            ->where('ended_at', '>', Moment::of($told->at)->subDays(self::DAYS));
        // What comes in its place in time changes nothing that is known, unless something was taken out since.
        if (
            $told->doing->brings()
            && (clone $all)->where('ended_at', '>=', Moment::text($told->at))
                ->whereIn('doing', [Doing::RolledBack->value, Doing::Removed->value])->doesntExist()
        ) {
            return [];
        }
        $rows = $all->get(['id', 'doing', 'ended_at', 'result', 'told_result', 'undoes_id', 'work_item'])->keyBy('id');
        $undone = Undone::of(array_values($rows->map(static fn(\stdClass $row): array => [
            (int) $row->id, Doing::from((string) $row->doing), Moment::seconds((string) $row->ended_at),
        ])->all()));
        $by = array_flip($undone);
        foreach ($rows as $row) {
            $result = isset($undone[(int) $row->id]) ? ChangeResult::BackedOut : ChangeResult::from((string) $row->told_result);
            $undid = $row->undoes_id === null ? null : (int) $row->undoes_id;
            // What it took out longer ago than is looked at here, it still took out.
            $undoes = $by[(int) $row->id] ?? ($undid === null || $rows->has($undid) ? null : $undid);
            if ($result->value !== $row->result || $undoes !== $undid) {
                DB::table('changes')->where('id', $row->id)->increment('edition', 1, [
                    'result' => $result->value, 'state' => ChangeState::after($result)->value, 'undoes_id' => $undoes,
                ]);
                if (
                    $row->work_item !== null && (int) $row->id !== $new && $row->result === ChangeResult::Ok->value
                    && $result === ChangeResult::BackedOut
                ) {
                    $outAgain[] = Change::query()->findOrFail((int) $row->id);
                }
            }
        }

        return $outAgain;
    }

    /** @return list<string> items that the estate itself knows by that name */
    private static function itemsCalled(string $service): array
    {
        $alias = DB::table('item_aliases')->where('named', $service)->value('item_id');
        $found = Item::query()->whereKey($service)->orWhereRaw('lower(name) = ?', [mb_strtolower($service)])->orWhere('id', $alias)
            ->limit(5)->pluck('id')->all();

        return array_values(array_map(strval(...), $found));
    }

    /** Somebody here, by their address, id or name. */
    private static function personCalled(?string $author): ?Person
    {
        if ($author === null) {
            return null;
        }
        $address = preg_match('/<([^<>\s]+@[^<>\s]+)>\s*$/', $author, $m) === 1 ? $m[1] : $author;

        return Person::query()->whereNull('left_at')->where(static fn($any) => $any->whereRaw('lower(email) = ?', [mb_strtolower($address)])
            ->orWhere('id', $author)->orWhere('name', $author))->first();
    }
}
