<?php

declare(strict_types=1);

namespace Skarvo\Tickets;

use Skarvo\Value\Language;

/** What stands around the words of a message to a reporter, in the language in which they read. */
enum Phrase: string
{
    case Hello = 'hello';
    case About = 'about';
    case Closed = 'closed';
    case Received = 'received';
    case Known = 'known';
    case Thanks = 'thanks';
    case InThread = 'in_thread';
    case KnownToUs = 'known_to_us';
    case UnderWay = 'under_way';
    case AnswerHere = 'answer_here';
    case FollowHere = 'follow_here';
    case StillBroken = 'still_broken';
    case SomethingElse = 'something_else';
    case BroughtIn = 'brought_in';
    case TakenOut = 'taken_out';

    /** @param  string  $ref  of the report, as people are given it */
    public function in(Language $language, string $ref = ''): string
    {
        return str_replace(':ref', $ref, match ($language) {
            Language::English => $this->english(),
            Language::Norwegian => $this->norwegian(),
            Language::German => $this->german(),
            Language::Arabic => $this->arabic(),
        });
    }

    private function english(): string
    {
        return match ($this) {
            self::Hello => 'Hello',
            self::About => 'About your report :ref',
            self::Closed => 'Closed: your report :ref',
            self::Received => 'We have your report :ref',
            self::Known => 'Known: your report :ref',
            self::Thanks => 'thank you. Your report has the reference :ref. Somebody will look at it; you can answer this mail.',
            self::InThread => 'your report has the reference :ref. We answer in this thread.',
            self::KnownToUs => 'what you report is known to us, as far as we can tell.',
            self::UnderWay => 'We are working on it.',
            self::AnswerHere => 'Answer here:',
            self::FollowHere => 'Follow it here:',
            self::StillBroken => 'If it still does not work, say so here:',
            self::BroughtIn => 'a change that was made for your report is in place now. Please see whether it works for you.',
            self::TakenOut => 'the change that was made for your report had to be taken out again. We go on working on it.',
            self::SomethingElse => 'You need not do anything: we write when it is over. If yours is something else, say so here:',
        };
    }

    private function norwegian(): string
    {
        return match ($this) {
            self::Hello => 'Hei',
            self::About => 'Om meldingen din :ref',
            self::Closed => 'Avsluttet: meldingen din :ref',
            self::Received => 'Vi har meldingen din :ref',
            self::Known => 'Kjent: meldingen din :ref',
            self::Thanks => 'takk. Meldingen din har referansen :ref. Noen ser på den; du kan svare på denne e-posten.',
            self::InThread => 'meldingen din har referansen :ref. Vi svarer i denne tråden.',
            self::KnownToUs => 'det du melder, er kjent for oss, så langt vi kan se.',
            self::UnderWay => 'Vi arbeider med det.',
            self::AnswerHere => 'Svar her:',
            self::FollowHere => 'Følg den her:',
            self::StillBroken => 'Hvis det fortsatt ikke virker, si det her:',
            self::BroughtIn => 'en endring som ble gjort for meldingen din, er på plass nå. Se gjerne om det virker for deg.',
            self::TakenOut => 'endringen som ble gjort for meldingen din, måtte tas ut igjen. Vi arbeider videre med det.',
            self::SomethingElse => 'Du trenger ikke å gjøre noe: vi skriver når det er over. Gjelder din melding noe annet, si det her:',
        };
    }

    private function german(): string
    {
        return match ($this) {
            self::Hello => 'Guten Tag',
            self::About => 'Zu Ihrer Meldung :ref',
            self::Closed => 'Abgeschlossen: Ihre Meldung :ref',
            self::Received => 'Wir haben Ihre Meldung :ref',
            self::Known => 'Bekannt: Ihre Meldung :ref',
            self::Thanks => 'danke. Ihre Meldung hat die Nummer :ref. Jemand sieht sie sich an; Sie können auf diese Mail antworten.',
            self::InThread => 'Ihre Meldung hat die Nummer :ref. Wir antworten hier.',
            self::KnownToUs => 'was Sie melden, ist uns bekannt, soweit wir sehen.',
            self::UnderWay => 'Wir arbeiten daran.',
            self::AnswerHere => 'Antworten Sie hier:',
            self::FollowHere => 'Verfolgen Sie sie hier:',
            self::StillBroken => 'Wenn es immer noch nicht geht, sagen Sie es hier:',
            self::BroughtIn => 'eine Änderung zu Ihrer Meldung ist jetzt in Betrieb. Bitte sehen Sie nach, ob es bei Ihnen geht.',
            self::TakenOut => 'die Änderung zu Ihrer Meldung musste wieder herausgenommen werden. Wir arbeiten weiter daran.',
            self::SomethingElse => 'Sie müssen nichts tun: wir schreiben, wenn es vorbei ist. Wenn es bei Ihnen etwas anderes ist, sagen Sie es hier:',
        };
    }

    private function arabic(): string
    {
        return match ($this) {
            self::Hello => 'مرحبا',
            self::About => 'بخصوص بلاغك :ref',
            self::Closed => 'أغلق بلاغك :ref',
            self::Received => 'وصلنا بلاغك :ref',
            self::Known => 'مشكلة معروفة: بلاغك :ref',
            self::Thanks => 'شكرا. رقم بلاغك :ref. سينظر أحدنا فيه، ويمكنك الرد على هذه الرسالة.',
            self::InThread => 'رقم بلاغك :ref. نجيب هنا.',
            self::KnownToUs => 'ما أبلغت عنه معروف لدينا، بحسب ما نرى.',
            self::UnderWay => 'نحن نعمل على ذلك.',
            self::AnswerHere => 'أجب هنا:',
            self::FollowHere => 'تابعه هنا:',
            self::StillBroken => 'إن كان لا يزال لا يعمل، قل ذلك هنا:',
            self::BroughtIn => 'أصبح التغيير الذي أجري من أجل بلاغك قيد التشغيل. يرجى التحقق مما إذا كان يعمل لديك.',
            self::TakenOut => 'اضطررنا إلى التراجع عن التغيير الذي أجري من أجل بلاغك. نواصل العمل عليه.',
            self::SomethingElse => 'لا حاجة إلى فعل شيء: سنكتب عندما ينتهي. إن كان بلاغك عن شيء آخر، قل ذلك هنا:',
        };
    }
}
