<?php

declare(strict_types=1);

namespace App\Changes\Templates;

use App\Changes\Change;
use App\Changes\ChangeEntry;
use App\Changes\Planning\ChangePlan;
use App\Changes\Planning\ChangeStep;
use App\Changes\WhoPlans;
use App\Platform\Database\Locked;
use App\Platform\Deed;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Topology\Item;
use Skarvo\Changes\ChangeKind;
use Skarvo\Changes\ChangeResult;

/** Makes templates of changes that went well, agrees on them, and withdraws them. Call it inside a transaction. */
final readonly class KeepTemplates
{
    public function __construct(private Person $by) {}

    /**
     * @param  bool  $ofAny  whether it is for any items of their kind, and not these alone
     *
     * @throws Refused
     */
    public function make(Change $change, string $title, bool $ofAny): ChangeTemplate
    {
        Locked::again($change);
        WhoPlans::must($change, $this->by);
        if ($change->is_recorded || $change->result !== ChangeResult::Ok) {
            throw Refused::because('Only what was planned here and went well becomes a template.');
        }
        if ($change->back_out === null) {
            throw Refused::because('It has no way back. Plan it once with one, so that others need not think of it at night.');
        }
        $items = $change->items();
        $kinds = Item::query()->whereKey([...$items['down'], ...$items['touched']])->distinct()->pluck('kind')->all();
        if ($ofAny && count($kinds) !== 1) {
            throw Refused::because('Its items are not of one kind: it can be a template for these alone.', 'any');
        }
        $template = ChangeTemplate::query()->create([
            'title' => $title, 'down' => $items['down'], 'touched' => $items['touched'], 'items_of' => $ofAny ? (string) $kinds[0] : null,
            'minutes' => max(1, (int) ceil(($change->to_at->getTimestamp() - $change->from_at->getTimestamp()) / 60)),
            'reason' => $change->reason,
            'back_out' => $change->back_out, 'back_minutes' => $change->back_minutes, 'team_id' => $change->team_id,
            'change_id' => $change->id, 'author_id' => $this->by->id, 'made_at' => now(),
            'steps' => array_values($change->steps()->get()->map(static fn(ChangeStep $one): array => [
                'text' => $one->text, 'minutes' => $one->minutes, 'check' => $one->check, 'back' => $one->back,
                'no_return' => $one->no_return,
            ])->all()),
        ]);
        $this->write(ChangeEntry::TemplateMade, $template, '');

        return $template;
    }

    /**
     * Twice changes nothing.
     *
     * @throws Refused
     */
    public function agree(ChangeTemplate $template): void
    {
        Locked::again($template);
        if (! self::mayAgree($template, $this->by)) {
            throw Refused::because('Somebody else who coordinates agrees on it: not whoever made it.');
        }
        if ($template->withdrawn_at !== null) {
            throw Refused::because('It was withdrawn. Make another one of a change that went well.');
        }
        if ($template->agreed_at === null) {
            $template->update(['agreed_at' => now(), 'agreed_by_id' => $this->by->id]);
            $this->write(ChangeEntry::TemplateAgreed, $template, '');
        }
    }

    /** @throws Refused */
    public function withdraw(ChangeTemplate $template, string $why): void
    {
        Locked::again($template);
        if ($template->author_id !== $this->by->id && ! Deed::RunIncidents->isAllowedTo($this->by)) {
            throw Refused::because('Whoever made it withdraws it, or a coordinator.');
        }
        if ($template->withdrawn_at === null) {
            $template->update(['withdrawn_at' => now(), 'withdrawn_by_id' => $this->by->id, 'withdrawn_why' => $why]);
            $this->write(ChangeEntry::TemplateWithdrawn, $template, $why);
        }
    }

    public static function mayAgree(ChangeTemplate $template, Person $person): bool
    {
        return $template->author_id !== $person->id && Deed::RunIncidents->isAllowedTo($person);
    }

    /** @throws Refused if a standard change is not what was agreed on */
    public static function mustKeepTo(ChangePlan $plan): void
    {
        if ($plan->kind !== ChangeKind::Standard) {
            return;
        }
        $template = $plan->template === null ? null : ChangeTemplate::query()->find($plan->template);
        $otherwise = 'Make it a normal change, or plan it from a template.';
        if ($template === null) {
            throw Refused::because("A standard change is planned from a template that was agreed on. $otherwise", 'kind');
        }
        if (! $template->isInForce()) {
            throw Refused::because(
                (
                    $template->withdrawn_at === null
                        ? "Nobody has agreed on the template “{$template->title}” yet. "
                        : "The template “{$template->title}” was withdrawn. "
                )
                    .$otherwise,
                'kind'
            );
        }
        $differences = $template->differences($plan);
        if ($differences !== []) {
            throw Refused::because(
                "It does not keep to the template “{$template->title}”: ".implode(', ', $differences)
                    .'. Do as it says, or make it a normal change.',
                'kind'
            );
        }
    }

    /** @throws Refused if what a standard change was planned from holds no more */
    public static function mustHold(Change $change): void
    {
        $template = $change->kind !== ChangeKind::Standard || $change->template_id === null
            ? null
            : ChangeTemplate::query()->find($change->template_id);
        if ($template !== null && ! $template->isInForce()) {
            throw Refused::because(
                "The template “{$template->title}” was withdrawn: ".rtrim((string) $template->withdrawn_why, '. ')
                    .'. Change its plan to a normal change.'
            );
        }
    }

    private function write(ChangeEntry $kind, ChangeTemplate $template, string $note): void
    {
        Journal::write(Actor::person($this->by), $kind, ['change_template', $template->id], ['title' => $template->title, 'note' => $note]);
    }
}
