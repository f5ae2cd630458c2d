<?php

declare(strict_types=1);

namespace Diastoma\Core\Sitting;

/** What somebody may do, or not, by the role they have on a job. The words are for whoever may not. */
enum Action: string
{
    case ReadJoint = 'joint.read';
    case ReadSection = 'section.read';
    case ReadStretch = 'stretch.read';
    case ReadDay = 'day.read';
    case WriteNote = 'note.write';
    case CutOut = 'work.cut_out';
    case OverruleStop = 'stop.overrule';
    case AcceptMend = 'mend.accept';
    case OverruleReadiness = 'readiness.overrule';
    case Fuse = 'fusion.start';
    case BringFusion = 'fusion.bring';
    case Test = 'test.run';
    case WriteMended = 'test.mended';
    case SignTest = 'test.sign';
    case AddSystem = 'system.add';
    case ChangeSystem = 'system.change';
    case MakeMain = 'main.make';
    case PlanLine = 'line.plan';
    case BringAlignment = 'alignment.bring';
    case AdoptPlan = 'plan.adopt';
    case ChangeRulebook = 'rulebook.change';
    case JudgeAgain = 'joint.judge_again';
    case RejectPipe = 'pipe.reject';
    case KeepPeople = 'people.keep';
    case KeepInstruments = 'instruments.keep';
    case KeepJob = 'job.keep';
    case KeepSections = 'sections.keep';
    case KeepJoints = 'joints.keep';
    case RaiseNonconformance = 'nonconformance.raise';
    case KeepHoldPoints = 'hold_points.keep';
    case SignHoldPoint = 'hold_points.sign';
    case VerifyNonconformance = 'nonconformance.verify';

    /** @param  string  $role  of the person who may not */
    public function refusal(string $role): string
    {
        return match ($this) {
            self::ReadJoint => "A {$role} may read this, not enter readings. Ask a jointer or a supervisor.",
            self::ReadSection => "A {$role} may read this, not enter readings. Ask a tester or a supervisor.",
            self::ReadStretch => "A {$role} may read this, not enter readings. Ask a jointer or a supervisor.",
            self::ReadDay => "A {$role} may read this, not enter readings. Ask the crew.",
            self::WriteNote => "A {$role} may read this, not write notes. Ask the crew.",
            self::CutOut => "A {$role} may not say that something was cut out. Ask a jointer or a supervisor.",
            self::OverruleStop => 'Only a supervisor or an inspector may overrule a finding. Call one over.',
            self::AcceptMend => 'Only a supervisor may accept what could be mended. Call one over.',
            self::OverruleReadiness => 'Only a supervisor may overrule what keeps a section from its test. Call one over.',
            self::Fuse => "A {$role} may not fuse. Ask a jointer.",
            self::BringFusion => "A {$role} may not bring fusion records. Ask a jointer.",
            self::Test => "A {$role} may not test. Ask a tester or a supervisor.",
            self::WriteMended => "A {$role} may read this. Ask the crew to write down what was done.",
            self::SignTest => "A {$role} does not sign a test. Testers, supervisors and inspectors do.",
            self::AddSystem => 'A jointer or a supervisor adds a joint system. Ask one.',
            self::ChangeSystem => 'A supervisor changes the figures of a joint system that is in use. Ask one.',
            self::MakeMain => 'A jointer or a supervisor sets up a main. Ask one.',
            self::PlanLine => 'A jointer or a supervisor plans a line. Ask one.',
            self::BringAlignment => 'A jointer or a supervisor brings an alignment. Ask one.',
            self::AdoptPlan => 'A jointer or a supervisor takes a plan onto the line. Ask one.',
            self::ChangeRulebook => 'Only a supervisor may change a limit. Call one over.',
            self::JudgeAgain => 'Only a supervisor or an inspector may judge a finished joint again. Call one over.',
            self::RejectPipe => 'A jointer, a supervisor or an inspector rejects a pipe. Call one over.',
            self::KeepPeople => 'A supervisor says who works on this job. Ask one.',
            self::KeepInstruments => 'A supervisor keeps the list of instruments. Ask one.',
            self::KeepJob => 'A supervisor changes, closes and opens a job. Ask one.',
            self::KeepSections => 'A tester or a supervisor splits and joins sections. Ask one.',
            self::KeepJoints => 'A jointer or a supervisor puts joints in and takes them out. Ask one.',
            self::RaiseNonconformance => "A {$role} may read this, not raise a nonconformance. Ask the crew.",
            self::KeepHoldPoints => 'A supervisor or an inspector puts up hold points and takes them off. Call one over.',
            self::SignHoldPoint => "A {$role} does not sign a hold point. Testers, supervisors and inspectors do, where they are named.",
            self::VerifyNonconformance => 'A supervisor or an inspector says that a nonconformance is put right. Call one over.',
        };
    }
}
