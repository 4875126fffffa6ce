<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Http\EndOldSessions;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Journal\PlatformEntry;
use App\Platform\Requests\SignInRequest;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;
use Inertia\Inertia;
use Inertia\Response;
use Skarvo\Time\Duration;

final class SignInController
{
    public function create(): Response
    {
        return Inertia::render('Platform/SignIn', [
            'people' => config('skarvo.demo')
                ? Person::query()->with('team')->whereNotNull('password')->orderBy('id')->get()->map(static fn(Person $p): array => [
                    'email' => $p->email, 'name' => $p->name, 'title' => $p->title, 'team' => $p->team?->name,
                    'roles' => implode(', ', array_map(static fn(string $r): string => Role::from($r)->words(), $p->roles)),
                ]) : [],
            'password' => config('skarvo.demo') ? config('skarvo.demo_password') : null,
        ]);
    }

    public function store(SignInRequest $request): RedirectResponse
    {
        $input = $request->validated();
        $email = mb_strtolower(trim($input['email']));
        $address = (string) $request->ip();
        $wait = SignInTries::wait($email, $address);
        if ($wait > 0) {
            throw Refused::because('Too many tries. Wait '.Duration::words($wait).', then try again.', 'email');
        }
        $person = Person::query()->where('email', $email)->whereNull('left_at')->first();
        // An address that nobody has takes as long as one with a wrong password: which there are is not to be told by the time.
        $matches = Hash::check($input['password'], (string) ($person?->getAuthPassword() ?: self::nobodys()));
        if ($person === null || (string) $person->getAuthPassword() === '' || ! $matches) {
            $this->failed($email, $address, $person);
        }
        SignInTries::succeeded($email);
        Auth::login($person);
        $request->session()->regenerate();
        EndOldSessions::begin($request);
        Journal::write(Actor::person($person), PlatformEntry::PersonSignedIn, ['person', $person->id]);

        return redirect()->intended('/');
    }

    /** Of whom it was tried is written down, and when others have to wait; who is made up fills no journal. */
    private function failed(string $email, string $address, ?Person $person): never
    {
        $nowWaits = SignInTries::failed($email, $address);
        if ($person !== null || $nowWaits) {
            Journal::write(
                Actor::system(), PlatformEntry::PersonSignInFailed, ['person', $person->id ?? 'nobody'],
                ['person' => $person->id ?? 'nobody that there is', 'from' => $address, 'waits' => $nowWaits],
            );
        }
        throw Refused::because('Email address and password do not belong together.', 'email');
    }

    /** A hash of nobody's password, made as those of people are. */
    private static function nobodys(): string
    {
        return Cache::rememberForever(
            'password of nobody '.(is_scalar($rounds = config('hashing.bcrypt.rounds')) ? (string) $rounds : ''),
            static fn(): string => Hash::make(Str::random(32)),
        );
    }

    public function destroy(Request $request): RedirectResponse
    {
        $person = CurrentPerson::of($request);
        Auth::logout();
        Journal::write(Actor::person($person), PlatformEntry::PersonSignedOut, ['person', $person->id]);
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return redirect('/sign-in');
    }
}
