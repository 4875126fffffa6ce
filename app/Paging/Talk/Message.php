<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Platform\Journal\Entry;
use App\Platform\Record;
use App\Platform\Staff\Names;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What somebody said in the conversation of an incident. Its words stand in the journal alone, where they can be erased.
 *
 * @property int $id
 * @property int $conversation_id
 * @property int $incident_id
 * @property string $message as the chat calls it
 * @property int $seq of its entry in the journal
 * @property string|null $person_id null: the chat knows them, and we do not
 * @property CarbonImmutable $said_at
 * @property value-of<MadeInto>|null $made_into
 * @property string|null $made_by_id
 * @property-read Incident $incident
 * @property-read Entry $entry
 *
 * @phpstan-type MessageLine array{id: int, by: string, text: string, at: CarbonImmutable, made: string|null}
 */
final class Message extends Record
{
    protected $table = 'conversation_messages';

    protected $casts = ['conversation_id' => 'integer', 'incident_id' => 'integer', 'seq' => 'integer', 'said_at' => 'immutable_datetime'];

    /** @return BelongsTo<Incident, $this> */
    public function incident(): BelongsTo
    {
        return $this->belongsTo(Incident::class);
    }

    /** @return BelongsTo<Entry, $this> */
    public function entry(): BelongsTo
    {
        return $this->belongsTo(Entry::class, 'seq', 'seq');
    }

    public function text(): string
    {
        return is_string($text = $this->entry->told()['text'] ?? null) ? $text : '';
    }

    public function by(): string
    {
        return $this->person_id !== null
            ? Names::person($this->person_id)
            : (is_string($by = $this->entry->told()['author'] ?? null) ? $by : '');
    }

    /** @return MessageLine */
    public function toLine(): array
    {
        return [
            'id' => $this->id, 'by' => $this->by(), 'text' => $this->text(),
            'at' => $this->said_at,
            'made' => $this->made_into === null ? null : MadeInto::from($this->made_into)->words().', '.Names::person($this->made_by_id),
        ];
    }
}
