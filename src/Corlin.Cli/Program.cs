using Corlin.Cli;

return args switch
{
    ["slots", var file] => Command.Run(() => SlotsCommand.Run(file, Console.Out)),
    ["expand", var file, "--from", var from, "--to", var to] => Command.Run(() => ExpandCommand.Run(file, from, to, Console.Out)),
    ["converse", var file] => Command.Run(() => ConverseCommand.Run(file, Console.Out)),
    ["read", var file] => Command.Run(() => ReadCommand.Run(file, Console.Out)),
    ["import", var file, "--for", var address] => Command.Run(() =>
        ImportCommand.RunAsync(file, address, "data/corlin", Console.Out).GetAwaiter().GetResult()
    ),
    ["import", var file, "--for", var address, "--data", var folder] => Command.Run(() =>
        ImportCommand.RunAsync(file, address, folder, Console.Out).GetAwaiter().GetResult()
    ),
    ["backup", var file] => Command.Run(() => BackupCommands.Backup(file, "data/corlin", Console.Out)),
    ["backup", var file, "--data", var folder] => Command.Run(() => BackupCommands.Backup(file, folder, Console.Out)),
    ["restore", var file, "--data", var folder] => Command.Run(() => BackupCommands.Restore(file, folder, Console.Out)),
    ["check"] => Command.RunAsync(() => BackupCommands.CheckAsync("data/corlin", Console.Out)).GetAwaiter().GetResult(),
    ["check", "--data", var folder] => Command.RunAsync(() => BackupCommands.CheckAsync(folder, Console.Out)).GetAwaiter().GetResult(),
    _ => Command.Fail(
        "say slots REQUEST.json, or expand FILE.ics --from INSTANT --to INSTANT, or read FILE.jsonl, or converse FILE.jsonl, or import FILE.ics --for ADDRESS [--data FOLDER], or backup FILE [--data FOLDER], or restore FILE --data FOLDER, or check [--data FOLDER]"
    ),
};
