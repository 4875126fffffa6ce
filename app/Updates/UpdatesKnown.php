<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Platform\Contracts\Knows;
use App\Platform\Person;

/** What outsiders were told. */
final class UpdatesKnown implements Knows
{
    public function kind(): string
    {
        return 'update';
    }

    public function subject(): string
    {
        return Incident::KIND;
    }

    public function texts(array $subjects): array
    {
        return Update::query()->whereIn('incident_id', $subjects)->get()->mapWithKeys(static fn(Update $one): array => [
            $one->id => ['title' => implode(' ', array_column($one->services, 'name')), 'body' => "$one->text $one->meanwhile"],
        ])->all();
    }

    public function lines(array $records, Person $reader): array
    {
        return Update::query()->whereKey($records)->get()->mapWithKeys(static fn(Update $one): array => [$one->id => [
            'kind' => 'update', 'id' => $one->id, 'ref' => sprintf('IN-%04d', $one->incident_id).", update $one->number",
            'title' => $one->text,
            'more' => '', 'link' => "/incidents/$one->incident_id", 'at' => $one->published_at, 'loose' => false,
        ]])->all();
    }
}
