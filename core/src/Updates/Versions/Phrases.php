<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

use Skarvo\Incidents\Stage;
use Skarvo\Value\Language;

/** The sentences of which updates are put together, in each language. A colon stands before what is filled in. */
final class Phrases
{
    private const ALL = [
        'en' => [
            'down' => ':names: not working since :since:places.',
            'degraded' => ':names: only partly working since :since:places.',
            'still_down' => ':names: still not working, since :since.',
            'still_degraded' => ':names: still only partly working, since :since.',
            'works' => 'We have had a fault since :since; services are still working.',
            'at' => ', at :places', 'places' => ':count places', 'and' => ' and ',
            'looking' => 'We are looking for the cause.', 'cause_found' => 'We have found the cause.', 'fixing' => 'We are fixing it.',
            'proving' => 'It is working again, and we are checking that it stays that way.',
            'cause' => 'The cause: :text.',
            'still_looking' => 'We are still looking for the cause.', 'still_cause_found' => 'The cause is known.',
            'still_fixing' => 'We are still fixing it.', 'still_proving' => 'We are still checking that it stays that way.',
            'still_restored' => 'It works normally.',
            'on_looking' => 'Our technicians are still looking for the cause.',
            'on_cause_found' => 'The cause is known, and our technicians are working on it.',
            'on_fixing' => 'Our technicians are still fixing it.', 'on_proving' => 'We are still checking that it stays that way.',
            'on_restored' => 'It works normally.',
            'expected' => 'We expect it to work again by :time.', 'still_expected' => 'We still expect it to work again by :time.',
            'not_expected' => 'We cannot say yet when it works again.',
            'restored' => ':names: working normally again.', 'all_restored' => 'Everything is working normally again.',
            'unchanged' => 'Nothing new since :told.', 'counter' => 'At the counter: :text.',
            'others' => 'What passengers are told to do: :text.',
            'next' => 'Next update by :time.',
            'plan_down' => ':names: not available', 'plan_degraded' => ':names: only partly available',
            'plan_announced' => 'Planned work from :from until :until:places. :states.',
            'plan_soon' => 'Planned work begins at :from and lasts until :until:places. :states.',
            'plan_moved' => 'Planned work has changed: it is from :from until :until now:places. :states.',
            'plan_withdrawn' => 'The work that was planned for :from does not take place. :names: available as usual.',
            'plan_overrun' => 'The planned work takes longer than planned. :states.',
            'plan_over' => 'The planned work is done. :names: available as usual.',
            'plan_before' => 'Before it begins: :text.',
        ],
        'no' => [
            'down' => ':names: ute av drift siden :since:places.',
            'degraded' => ':names: bare delvis i drift siden :since:places.',
            'still_down' => ':names: fortsatt ute av drift, siden :since.',
            'still_degraded' => ':names: fortsatt bare delvis i drift, siden :since.',
            'works' => 'Vi har hatt en feil siden :since; tjenestene går fortsatt.',
            'at' => ', ved :places', 'places' => ':count steder', 'and' => ' og ',
            'looking' => 'Vi leter etter årsaken.', 'cause_found' => 'Vi har funnet årsaken.', 'fixing' => 'Vi holder på å rette feilen.',
            'proving' => 'Det virker igjen, og vi følger med på at det holder.',
            'cause' => 'Årsaken: :text.',
            'still_looking' => 'Vi leter fortsatt etter årsaken.', 'still_cause_found' => 'Årsaken er kjent.',
            'still_fixing' => 'Vi holder fortsatt på å rette feilen.', 'still_proving' => 'Vi følger fortsatt med på at det holder.',
            'still_restored' => 'Det virker som normalt.',
            'on_looking' => 'Teknikerne våre leter fortsatt etter årsaken.',
            'on_cause_found' => 'Årsaken er kjent, og teknikerne våre arbeider med den.',
            'on_fixing' => 'Teknikerne våre holder fortsatt på å rette feilen.', 'on_proving' => 'Vi følger fortsatt med på at det holder.',
            'on_restored' => 'Det virker som normalt.',
            'expected' => 'Vi venter at det virker igjen innen :time.',
            'still_expected' => 'Vi venter fortsatt at det virker igjen innen :time.',
            'not_expected' => 'Vi kan ikke si ennå når det virker igjen.',
            'restored' => ':names: virker som normalt igjen.', 'all_restored' => 'Alt virker som normalt igjen.',
            'unchanged' => 'Ikke noe nytt siden :told.', 'counter' => 'Ved skranken: :text.',
            'others' => 'Dette får passasjerene beskjed om: :text.',
            'next' => 'Neste oppdatering innen :time.',
            'plan_down' => ':names: ikke tilgjengelig', 'plan_degraded' => ':names: bare delvis tilgjengelig',
            'plan_announced' => 'Planlagt arbeid fra :from til :until:places. :states.',
            'plan_soon' => 'Planlagt arbeid begynner :from og varer til :until:places. :states.',
            'plan_moved' => 'Planlagt arbeid er endret: det er nå fra :from til :until:places. :states.',
            'plan_withdrawn' => 'Arbeidet som var planlagt :from, blir ikke noe av. :names: tilgjengelig som vanlig.',
            'plan_overrun' => 'Det planlagte arbeidet tar lengre tid enn planlagt. :states.',
            'plan_over' => 'Det planlagte arbeidet er ferdig. :names: tilgjengelig som vanlig.',
            'plan_before' => 'Før det begynner: :text.',
        ],
        'de' => [
            'down' => ':names: außer Betrieb seit :since:places.',
            'degraded' => ':names: nur teilweise in Betrieb seit :since:places.',
            'still_down' => ':names: weiterhin außer Betrieb, seit :since.',
            'still_degraded' => ':names: weiterhin nur teilweise in Betrieb, seit :since.',
            'works' => 'Seit :since haben wir eine Störung; die Dienste laufen noch.',
            'at' => ', in :places', 'places' => ':count Orten', 'and' => ' und ',
            'looking' => 'Wir suchen die Ursache.', 'cause_found' => 'Wir haben die Ursache gefunden.',
            'fixing' => 'Wir sind dabei, die Störung zu beheben.',
            'proving' => 'Es läuft wieder, und wir prüfen, ob es so bleibt.',
            'cause' => 'Die Ursache: :text.',
            'still_looking' => 'Wir suchen weiter nach der Ursache.', 'still_cause_found' => 'Die Ursache ist bekannt.',
            'still_fixing' => 'Wir sind weiterhin dabei, die Störung zu beheben.', 'still_proving' => 'Wir prüfen weiter, ob es so bleibt.',
            'still_restored' => 'Es läuft normal.',
            'on_looking' => 'Unsere Techniker suchen weiter nach der Ursache.',
            'on_cause_found' => 'Die Ursache ist bekannt, und unsere Techniker arbeiten daran.',
            'on_fixing' => 'Unsere Techniker sind weiterhin dabei, die Störung zu beheben.',
            'on_proving' => 'Wir prüfen weiter, ob es so bleibt.', 'on_restored' => 'Es läuft normal.',
            'expected' => 'Wir erwarten, dass es bis :time wieder läuft.',
            'still_expected' => 'Wir erwarten weiterhin, dass es bis :time wieder läuft.',
            'not_expected' => 'Wir können noch nicht sagen, wann es wieder läuft.',
            'restored' => ':names: wieder normal in Betrieb.', 'all_restored' => 'Alles läuft wieder normal.',
            'unchanged' => 'Seit :told nichts Neues.', 'counter' => 'Am Schalter: :text.',
            'others' => 'Das wird den Fahrgästen gesagt: :text.',
            'next' => 'Nächste Meldung bis :time.',
            'plan_down' => ':names: nicht verfügbar', 'plan_degraded' => ':names: nur teilweise verfügbar',
            'plan_announced' => 'Geplante Arbeiten von :from bis :until:places. :states.',
            'plan_soon' => 'Geplante Arbeiten beginnen um :from und dauern bis :until:places. :states.',
            'plan_moved' => 'Geplante Arbeiten haben sich geändert: nun von :from bis :until:places. :states.',
            'plan_withdrawn' => 'Die für :from geplanten Arbeiten finden nicht statt. :names: wie gewohnt verfügbar.',
            'plan_overrun' => 'Die geplanten Arbeiten dauern länger als geplant. :states.',
            'plan_over' => 'Die geplanten Arbeiten sind beendet. :names: wie gewohnt verfügbar.',
            'plan_before' => 'Bevor sie beginnen: :text.',
        ],
        'ar' => [
            'down' => ':names: خارج الخدمة منذ :since:places.',
            'degraded' => ':names: تعمل بشكل جزئي فقط منذ :since:places.',
            'still_down' => ':names: لا تزال خارج الخدمة، منذ :since.',
            'still_degraded' => ':names: لا تزال تعمل بشكل جزئي فقط، منذ :since.',
            'works' => 'لدينا عطل منذ :since، والخدمات لا تزال تعمل.',
            'at' => '، في :places', 'places' => ':count أماكن', 'and' => ' و',
            'looking' => 'نبحث عن السبب.', 'cause_found' => 'وجدنا السبب.', 'fixing' => 'نعمل على إصلاح العطل.',
            'proving' => 'عادت الخدمة إلى العمل، ونتأكد من استقرارها.',
            'cause' => 'السبب: :text.',
            'still_looking' => 'ما زلنا نبحث عن السبب.', 'still_cause_found' => 'السبب معروف.',
            'still_fixing' => 'ما زلنا نعمل على إصلاح العطل.', 'still_proving' => 'ما زلنا نتأكد من استقرار الخدمة.',
            'still_restored' => 'الخدمة تعمل بشكل طبيعي.',
            'on_looking' => 'ما زال فنيونا يبحثون عن السبب.', 'on_cause_found' => 'السبب معروف، وفنيونا يعملون عليه.',
            'on_fixing' => 'ما زال فنيونا يعملون على إصلاح العطل.', 'on_proving' => 'ما زلنا نتأكد من استقرار الخدمة.',
            'on_restored' => 'الخدمة تعمل بشكل طبيعي.',
            'expected' => 'نتوقع أن تعود إلى العمل بحلول :time.', 'still_expected' => 'ما زلنا نتوقع أن تعود إلى العمل بحلول :time.',
            'not_expected' => 'لا يمكننا بعد أن نقول متى تعود إلى العمل.',
            'restored' => ':names: عادت إلى العمل بشكل طبيعي.', 'all_restored' => 'كل شيء يعمل بشكل طبيعي من جديد.',
            'unchanged' => 'لا جديد منذ :told.', 'counter' => 'عند المكتب: :text.', 'others' => 'ما يقال للركاب: :text.',
            'next' => 'التحديث التالي بحلول :time.',
            'plan_down' => ':names: غير متاحة', 'plan_degraded' => ':names: متاحة بشكل جزئي فقط',
            'plan_announced' => 'أعمال مخططة من :from حتى :until:places. :states.',
            'plan_soon' => 'تبدأ أعمال مخططة في :from وتستمر حتى :until:places. :states.',
            'plan_moved' => 'تغيرت الأعمال المخططة: أصبحت من :from حتى :until:places. :states.',
            'plan_withdrawn' => 'لن تجرى الأعمال التي كانت مخططة في :from. :names: متاحة كالمعتاد.',
            'plan_overrun' => 'تستغرق الأعمال المخططة وقتا أطول مما خطط له. :states.',
            'plan_over' => 'انتهت الأعمال المخططة. :names: متاحة كالمعتاد.',
            'plan_before' => 'قبل أن تبدأ: :text.',
        ],
    ];

    /**
     * @param  key-of<self::ALL['en']>  $what
     * @param  array<string, string>  $with
     */
    public static function say(string $what, Language $in, array $with = []): string
    {
        $by = [];
        foreach ($with as $name => $value) {
            $by[":$name"] = $value;
        }

        // What is filled in is not filled in again: it may hold a colon.
        return strtr(self::ALL[$in->value][$what], $by);
    }

    public static function stage(Stage $stage, Language $in): string
    {
        return match ($stage) {
            Stage::Looking => self::say('looking', $in),
            Stage::CauseFound => self::say('cause_found', $in),
            Stage::Fixing => self::say('fixing', $in),
            Stage::Proving => self::say('proving', $in),
            Stage::Restored => '',
        };
    }

    public static function stillStage(Stage $stage, Language $in, bool $isWorkedOn): string
    {
        return match ($stage) {
            Stage::Looking => self::say($isWorkedOn ? 'on_looking' : 'still_looking', $in),
            Stage::CauseFound => self::say($isWorkedOn ? 'on_cause_found' : 'still_cause_found', $in),
            Stage::Fixing => self::say($isWorkedOn ? 'on_fixing' : 'still_fixing', $in),
            Stage::Proving => self::say($isWorkedOn ? 'on_proving' : 'still_proving', $in),
            Stage::Restored => self::say($isWorkedOn ? 'on_restored' : 'still_restored', $in),
        };
    }

    /** @param  array<array-key, string>  $names */
    public static function list(array $names, Language $in): string
    {
        $names = array_values($names);
        $last = array_pop($names);
        $comma = $in === Language::Arabic ? '، ' : ', ';

        return $names === [] ? (string) $last : implode($comma, $names).self::say('and', $in).$last;
    }
}
