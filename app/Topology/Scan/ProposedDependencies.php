<?php

declare(strict_types=1);

namespace App\Topology\Scan;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Moment;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Record\Needs;
use App\Topology\TopologyEntry;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Strength;

/**
 * Connections that scanners saw and that may be dependencies: accepted or refused one by one, or by a rule.
 * Call what changes them inside a transaction.
 */
final class ProposedDependencies
{
    /** With the names and kinds of both ends; those that were seen most often first. */
    public static function in(string $state): Builder
    {
        return DB::table('proposed_dependencies as p')
            ->join('items as f', 'f.id', '=', 'p.from_id')->join('items as t', 't.id', '=', 'p.to_id')
            ->where('p.state', $state)->orderByDesc('p.seen')->orderBy('p.id')
            ->select(['p.*', 'f.name as from_name', 't.name as to_name', 'f.kind as from_kind', 't.kind as to_kind']);
    }

    /**
     * What was decided meanwhile stays as it is.
     *
     * @param  bool  $always  also makes a rule of it, for the kinds of both ends and the port
     *
     * @throws Refused if somebody refused it meanwhile
     */
    public function accept(int $proposal, string $relation, bool $always, Person $by): void
    {
        $row = self::in('proposed')->where('p.id', $proposal)->first();
        if ($row === null) {
            self::unlessOtherwise($proposal, 'refused');

            return;
        }
        $this->become($row, $relation, $by);
        if ($always) {
            $this->addRule($row->from_kind, $row->to_kind, $row->port === null ? null : (int) $row->port, $relation, $by);
        }
    }

    /** @throws Refused if somebody accepted it meanwhile */
    public function refuse(int $proposal, Person $by): void
    {
        $row = self::in('proposed')->where('p.id', $proposal)->first();
        $row === null
            ? self::unlessOtherwise($proposal, 'accepted')
            : $this->decide($row, 'refused', TopologyEntry::DependencyRefused, $by);
    }

    /** @throws Refused where somebody decided the opposite */
    private static function unlessOtherwise(int $proposal, string $opposite): void
    {
        $row = DB::table('proposed_dependencies')->where('id', $proposal)->where('state', $opposite)->first(['decided_by', 'from_id']);
        if ($row !== null) {
            throw Refused::because($row->decided_by.($opposite === 'accepted'
                ? " accepted it meanwhile. To take it out again, change what \"$row->from_id\" needs."
                : ' refused it meanwhile. It is among those that were refused.'));
        }
    }

    /** Asks again about one that was refused. */
    public function reconsider(int $proposal): void
    {
        DB::table('proposed_dependencies')->where('id', $proposal)
            ->where('state', 'refused')
            ->update(['state' => 'proposed', 'decided_by' => null, 'decided_at' => null]);
    }

    /**
     * A rule works on what is proposed already, as on what comes.
     *
     * @throws Refused if it would hold for every connection
     */
    public function addRule(?string $from, ?string $to, ?int $port, string $relation, Person $by): void
    {
        if ($from === null && $to === null && $port === null) {
            throw Refused::because(
                'Say which connections: of which types of items, or on which port. A rule for all of them would accept chance.',
                'from_kind',
            );
        }
        $rule = DB::table('connection_rules')->insertGetId([
            'from_kind' => $from, 'to_kind' => $to, 'port' => $port, 'relation_id' => $relation, 'author_id' => $by->id,
            'at' => Moment::precise(now()),
        ]);
        Journal::write(
            Actor::person($by), TopologyEntry::RuleSaved, ['rule', $rule],
            ['from' => $from, 'to' => $to, 'port' => $port, 'relation' => self::words($relation)],
        );
        $waiting = self::in('proposed')
            ->when($from !== null, fn($q) => $q->where('f.kind', $from))
            ->when($to !== null, fn($q) => $q->where('t.kind', $to))
            ->when($port !== null, fn($q) => $q->where('p.port', $port))->get();
        foreach ($waiting as $row) {
            $this->become($row, $relation, $by);
        }
    }

    public function dropRule(int $rule, Person $by): void
    {
        $row = DB::table('connection_rules')->where('id', $rule)->first();
        if ($row === null) {
            return;
        }
        DB::table('connection_rules')->where('id', $rule)->delete();
        Journal::write(
            Actor::person($by), TopologyEntry::RuleDropped, ['rule', $rule],
            [
                'from' => $row->from_kind, 'to' => $row->to_kind, 'port' => $row->port === null ? null : (int) $row->port,
                'relation' => self::words($row->relation_id),
            ],
        );
    }

    private function become(\stdClass $row, string $relation, Person $by): void
    {
        $this->decide($row, 'accepted', TopologyEntry::DependencyAccepted, $by);
        $strength = DB::table('relations')->where('id', $relation)->value('strength');
        Needs::add($row->from_id, $row->to_id, Strength::from(is_string($strength) ? $strength : ''), $relation);
    }

    private function decide(\stdClass $row, string $as, TopologyEntry $kind, Person $by): void
    {
        DB::table('proposed_dependencies')
            ->where('id', $row->id)
            ->update(['state' => $as, 'decided_by' => $by->name, 'decided_at' => Moment::precise(now())]);
        Journal::write(Actor::person($by), $kind, ['item', $row->from_id], ['from' => $row->from_name, 'to' => $row->to_name]);
    }

    private static function words(?string $relation): ?string
    {
        $words = DB::table('relations')->where('id', $relation)->value('forward');

        return is_string($words) ? $words : null;
    }
}
