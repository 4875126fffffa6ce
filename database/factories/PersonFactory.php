<?php

declare(strict_types=1);

namespace Database\Factories;

use App\Platform\Person;
use App\Platform\Role;
use Illuminate\Database\Eloquent\Factories\Factory;

/**
 * A responder of the lanes, whom nothing reaches yet.
 *
 * @extends Factory<Person>
 */
final class PersonFactory extends Factory
{
    protected $model = Person::class;

    public function definition(): array
    {
        return [
            'id' => 'bo-ek', 'name' => 'Bo Ek', 'email' => static fn(array $of): string => "$of[id]@eiderholm.example",
            'roles' => [Role::Responder->value], 'time_zone' => 'Europe/Oslo', 'team_id' => 'lanes', 'reach_rules' => [],
        ];
    }
}
