<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Http\Asked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\RateLimiter;
use Inertia\Inertia;
use Inertia\Response;

final class SignInController
{
    private const TRIES = 5;

    private const LOCKED_SECONDS = 60;

    public function create(): Response
    {
        return Inertia::render('Platform/SignIn', [
            'people' => config('skarvo.demo') ? Person::query()->with('team')->whereNotNull('password')->orderBy('id')->get()->map(static fn(Person $p): array => [
                'email' => $p->email, 'name' => $p->name, 'title' => $p->title, 'team' => $p->team?->name,
                'roles' => implode(', ', array_map(static fn(string $r): string => Role::from($r)->words(), $p->roles)),
            ]) : [],
            'password' => config('skarvo.demo') ? config('skarvo.demo_password') : null,
        ]);
    }

    public function store(Request $request): RedirectResponse
    {
        $input = $request->validate(['email' => ['required', 'string'], 'password' => ['required', 'string']], ['email.required' => 'Fill in your mail address.', 'password.required' => 'Fill in your password.']);
        $key = 'sign-in:'.mb_strtolower($input['email']).'|'.$request->ip();
        if (RateLimiter::tooManyAttempts($key, self::TRIES)) {
            throw Refused::because('Too many tries. Wait '.RateLimiter::availableIn($key).' seconds, then try again.', 'email');
        }
        if (! Auth::attempt(['email' => mb_strtolower($input['email']), 'password' => $input['password']], Asked::yes($request, 'remember'))) {
            RateLimiter::hit($key, self::LOCKED_SECONDS);
            throw Refused::because('Email address and password do not belong together.', 'email');
        }
        RateLimiter::clear($key);
        $request->session()->regenerate();
        $person = CurrentPerson::of($request);
        Journal::write(Actor::person($person), 'person.signed_in', ['person', $person->id]);

        return redirect()->intended('/');
    }

    public function destroy(Request $request): RedirectResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return redirect('/sign-in');
    }
}
