<?php

declare(strict_types=1);

namespace App\Platform\Staff;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Person;
use App\Platform\Role;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** The first administrator of an installation, or a new password for whoever cannot get in any more. */
final class MakePerson extends Command
{
    protected $signature = 'skarvo:person
        {email : their address of mail, with which they sign in}
        {--name= : needed for somebody new}
        {--role=* : what they may do; administrator if left out}
        {--zone= : their time zone; that of the organisation if left out}';

    protected $description = 'Add a person who can sign in, or give them a new password, and print it once';

    public function handle(): int
    {
        $email = AddPerson::address((string) $this->argument('email'));
        /** @var list<string> $roles */
        $roles = $this->option('role') ?: [Role::Administrator->value];
        $unknown = array_diff($roles, array_column(Role::cases(), 'value'));
        if ($unknown !== [] || filter_var($email, FILTER_VALIDATE_EMAIL) === false) {
            $this->error(
                $unknown !== []
                    ? 'There is no role '.implode(', ', $unknown).'. Use --role with one of: '.implode(
                        ', ', array_column(Role::cases(), 'value'),
                    ).'.'
                    : 'That is no address of mail.',
            );

            return self::INVALID;
        }
        $zone = (string) ($this->option('zone') ?: config('skarvo.time_zone'));
        if (! in_array($zone, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            $this->error("There is no time zone $zone. Use one such as Europe/Oslo.");

            return self::INVALID;
        }
        $known = Person::query()->where('email', $email)->first();
        $name = (string) $this->option('name');
        if ($known === null && trim($name) === '') {
            $this->error("Nobody has the address $email. To add them, say their --name too.");

            return self::INVALID;
        }
        if ($known?->left_at !== null) {
            $this->error("$known->name has left.");

            return self::INVALID;
        }
        $password = Str::password(16, symbols: false);
        DB::transaction(static function () use ($known, $name, $email, $roles, $zone, $password): void {
            if ($known === null) {
                AddPerson::as($name, $email, null, $roles, $zone, $password, Actor::system());

                return;
            }
            $known->update(['password' => $password]);
            Journal::write(Actor::system(), PlatformEntry::PersonPassword, ['person', $known->id], ['person' => $known->id]);
        });
        $this->line($password);

        return self::SUCCESS;
    }
}
