using Corlin.Cli;

return args switch
{
    ["slots", var file] => Command.Run(() => SlotsCommand.Run(file, Console.Out)),
    ["expand", var file, "--from", var from, "--to", var to] => Command.Run(() => ExpandCommand.Run(file, from, to, Console.Out)),
    _ => Command.Fail("say slots REQUEST.json, or expand FILE.ics --from INSTANT --to INSTANT"),
};
